import { useState, type ReactNode } from 'react';
import { toast } from 'sonner';
import {
  editPost,
  getMentionable,
  writePost,
  type DraftView,
  type ForumView,
} from '../../../../contract/discuss';
import type { FileView } from '../../../../contract/files';
import { plainText } from '../../../../core/text/plainText';
import { EMPTY_TEXT, type RichNode } from '../../../../core/text/richText';
import { countWords } from '../../../../core/text/words';
import { ApiProblem, call, sentenceOf } from '../../../data/api';
import { useCourse } from '../../../data/course';
import { isUnreachable, unsentOf } from '../../../data/unsent';
import { useSession } from '../../../data/session';
import { useApi, withQuery } from '../../../data/useApi';
import { useVantage } from '../../../data/vantage';
import { timeWords } from '../../../../words/dates';
import { RichEditor } from '../../../ui/editor/RichEditor';
import { Kbd } from '../../../ui/keys';
import { numberWords } from '../../../../words/numbers';
import type { Quoting } from '../context/forumContext';
import { AttachmentPicker, useUploads } from '../../../ui/files/Attachments';
import { RequirementLine, useWouldCount } from './RequirementLine';
import { isEmptyText, useDraft, type DraftState } from './useDraft';
import { writingKey, type Writing } from '../context/writing';

function draftWords(state: DraftState, zone: string): string {
  if (state.kind === 'kept') return `draft kept ${timeWords(state.at, zone)}`;
  if (state.kind === 'keeping') return 'keeping …';
  if (state.kind === 'elsewhere') return 'kept in this tab';
  if (state.kind === 'sentElsewhere') return 'kept in this tab: what you had here was sent meanwhile';
  if (state.kind === 'signedOut') return 'kept in this browser: sign in again to go on';
  if (state.kind === 'refused') return `kept in this browser only: ${state.why}`;
  return state.kind === 'onlyHere' ? 'kept in this browser only: the server cannot be reached' : '';
}

export interface ComposerProps {
  readonly forum: ForumView;
  readonly writing: Writing;
  readonly label: string;
  readonly button: string;
  /** Words this post needs; 0 for none. */
  readonly needs: number;
  /** These words are only wished for. */
  readonly wished?: boolean;
  readonly note?: ReactNode;
  readonly onDone: (result: { id: string; unsealed: boolean } | null) => void;
  readonly onCancel?: () => void;
  readonly autoFocus?: boolean;
  readonly placeholder?: string;
  readonly minHeight?: string;
  /** A passage on its way into this text. */
  readonly quoting?: Quoting | null;
  readonly onQuoted?: () => void;
}

/** One composer for initial post, reply, thread, entry and starter; through somebody else's eyes only its place. */
export function Composer(props: ComposerProps) {
  const vantage = useVantage();
  if (vantage === null) return <WritingComposer {...props} />;
  return (
    <p className="ruled quiet rounded-field border border-dashed px-4 py-6">
      {vantage.name} can write here: “{props.button}”.
    </p>
  );
}

/** What the server is sent of a new post. */
const newPost = (
  id: string,
  writing: Exclude<Writing, { kind: 'edit' }>,
  doc: RichNode,
  files: readonly FileView[],
) => ({
  id,
  parentId: writing.kind === 'answer' ? writing.parentId : null,
  questionId: writing.kind === 'answer' ? null : (writing.questionId ?? null),
  spaceId: writing.kind === 'answer' ? null : (writing.spaceId ?? null),
  doc,
  attachments: files.map((file) => ({ id: file.id, alt: file.alt })),
  starter: writing.kind === 'starter',
  aside: writing.kind === 'answer' && writing.aside === true,
  draft: writingKey(writing),
});

function WritingComposer({
  forum,
  writing,
  label,
  button,
  needs,
  wished = false,
  note,
  onDone,
  onCancel,
  autoFocus = false,
  placeholder,
  minHeight,
  quoting = null,
  onQuoted,
}: ComposerProps) {
  const course = useCourse();
  const person = useSession().state.person!.id;
  const place = { course: course.id, forum: forum.id, key: writingKey(writing), person };
  const fromServer: DraftView | null = forum.drafts.find(({ key }) => key === place.key) ?? null;
  const start =
    writing.kind === 'edit' ? { doc: writing.doc, files: writing.attachments } : { doc: null, files: [] };
  const draft = useDraft(place, fromServer, start, {
    version: writing.kind === 'edit' ? writing.version : undefined,
    isPosted: (id) => forum.posts.some((post) => post.id === id),
  });
  const { files } = draft;
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const [warned, setWarned] = useState(false);
  const [version, setVersion] = useState(writing.kind === 'edit' ? writing.version : 0);
  const attach = writing.kind === 'starter' ? null : forum.attach;
  const uploads = useUploads(attach, files, (next) => draft.change({ files: next }));
  const { data: mentionable } = useApi(
    withQuery(getMentionable, {
      answers:
        writing.kind === 'answer' ? writing.parentId : writing.kind === 'edit' ? writing.postId : undefined,
      space: writing.kind === 'open' || writing.kind === 'starter' ? writing.spaceId : undefined,
    }),
    { course: course.id, forum: forum.id },
    { revalidateOnFocus: false },
  );
  const words = draft.doc === null ? 0 : countWords(plainText(draft.doc, { quotes: 'none' }));
  const share = needs === 0 ? 0 : Math.min(1, words / needs);
  const counting = useWouldCount(forum, writing, words);
  const hasSomething = !isEmptyText(draft.doc) || files.length > 0;

  const send = async () => {
    const doc = draft.doc ?? (files.length > 0 ? EMPTY_TEXT : null);
    if (busy || doc === null || !hasSomething) return;
    if (uploads.isBusy) return setProblem('A file is still on its way; wait a moment, or take it off.');
    if (counting?.warning && !warned) return setWarned(true);
    setBusy(true);
    setProblem(null);
    const params = { course: course.id, forum: forum.id };
    const attachments = files.map((file) => ({ id: file.id, alt: file.alt }));
    try {
      const result =
        writing.kind === 'edit'
          ? await call(editPost, { ...params, post: writing.postId }, { version, doc, attachments })
          : await call(writePost, params, newPost(draft.postId, writing, doc, files));
      draft.finish(false);
      onDone(result);
    } catch (error) {
      setBusy(false);
      if (writing.kind !== 'edit' && isUnreachable(error)) {
        const body = newPost(draft.postId, writing, doc, files);
        if (unsentOf(person).add({ person, ...params, body, files, problem: null })) {
          draft.finish(false);
          toast.success('Kept. It is sent as soon as the server can be reached.');
          onDone(null);
          return;
        }
      }
      setProblem(sentenceOf(error));
      if (error instanceof ApiProblem && error.problem.code === 'conflict')
        setVersion((error.problem.current as { version: number }).version);
    }
  };
  return (
    <div>
      <RichEditor
        key={draft.turn}
        label={label}
        value={draft.doc}
        onChange={(doc) => {
          setWarned(false);
          draft.change({ doc });
        }}
        course={course.id}
        autoFocus={autoFocus}
        placeholder={placeholder}
        minHeight={minHeight}
        onSend={() => void send()}
        inPost={{ people: mentionable?.people ?? [], onFiles: attach && uploads.add }}
        insert={quoting}
        onInserted={onQuoted}
      >
        {attach && <AttachmentPicker allowed={attach} files={files} uploads={uploads} />}
        <div className="ruled flex flex-wrap items-center gap-x-4 gap-y-2 border-t px-3.5 py-2.5">
          <div className="min-w-40 grow basis-full sm:basis-0">
            <p className="num text-sm">
              <b>{numberWords(words)}</b>
              {needs > 0
                ? ` of ${numberWords(needs)} words${wished ? ' recommended' : ''}`
                : words === 1
                  ? ' word'
                  : ' words'}
              <span className="quiet" aria-live="polite">
                {draft.state.kind !== 'none' && ` · ${draftWords(draft.state, course.zone)}`}
              </span>
            </p>
            {needs > 0 && (
              <div className="mt-1.5 h-1 rounded-full" style={{ background: 'var(--rule)' }} aria-hidden>
                <div
                  className="h-full rounded-full"
                  style={{
                    width: `${share * 100}%`,
                    background: share >= 1 ? 'var(--done)' : 'var(--river)',
                  }}
                />
              </div>
            )}
            {counting && <RequirementLine counting={counting} warned={warned} />}
          </div>
          {onCancel && (
            <button
              type="button"
              className="btn btn-ghost btn-sm ml-auto h-9"
              onClick={() => {
                draft.finish(true);
                onCancel();
              }}
            >
              {writing.kind === 'edit' ? 'Leave it as it was' : 'Throw away'}
            </button>
          )}
          <button
            type="button"
            className="btn btn-primary btn-sm h-9"
            disabled={busy || !hasSomething}
            onClick={() => void send()}
            title="Ctrl+Enter"
          >
            {warned ? `${button} anyway` : button}
          </button>
        </div>
      </RichEditor>
      {draft.state.kind === 'elsewhere' && (
        <div role="alert" className="rounded-box mt-2 px-4 py-3" style={{ background: 'var(--late-wash)' }}>
          <p>You have written something else here, in another tab or on another machine. Both are kept:</p>
          <p className="quiet mt-1 line-clamp-3 text-sm">
            {plainText(draft.state.theirs.doc, { quotes: 'none' })}
          </p>
          <p className="mt-2 flex flex-wrap gap-x-4 gap-y-1">
            <button type="button" className="link-plain" onClick={() => draft.settle('below')}>
              Put it below this text
            </button>
            <button type="button" className="link-plain" onClick={() => draft.settle('mine')}>
              Go on with this text alone
            </button>
          </p>
        </div>
      )}
      {problem && (
        <p role="alert" className="mt-2 text-error">
          {problem} {version > 0 && writing.kind === 'edit' && <Kbd>send again to replace it</Kbd>}
        </p>
      )}
      {note && <div className="quiet mt-2 text-sm">{note}</div>}
    </div>
  );
}

/** Says that the seal has opened. */
export function sayUnsealed(posts: number): void {
  toast.success(
    posts === 0
      ? 'The seal is open. Nobody else has written yet.'
      : 'The seal is open: everyone’s posts are here now.',
  );
}
