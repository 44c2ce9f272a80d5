import { type ReactNode } from 'react';
import { getMentionable, type DraftView, type ForumView } from '../../../../contract/discuss';
import { plainText } from '../../../../core/text/plainText';
import { countWords } from '../../../../core/text/words';
import { useCourse } from '../../../data/course';
import { useSession } from '../../../data/session';
import { useApi, withQuery } from '../../../data/useApi';
import { useVantage } from '../../../data/vantage';
import { RichEditor } from '../../../ui/editor/RichEditor';
import { Kbd } from '../../../ui/keys';
import type { Quoting } from '../context/forumContext';
import { AttachmentPicker, useUploads } from '../../../ui/files/Attachments';
import { DraftElsewhere, WordCount } from './DraftState';
import { useSendingPost } from './useSendingPost';
import { Problem } from '../../../ui/Problem';
import { RequirementLine, useWouldCount } from './RequirementLine';
import { useDraft } from './useDraft';
import { writingKey, type Writing } from '../context/writing';

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

/** One composer for initial post, reply, thread, entry and starter; through someone else's eyes only its place. */
export function Composer(props: ComposerProps) {
  const vantage = useVantage();
  if (vantage === null) return <WritingComposer {...props} />;
  return (
    <p className="ruled quiet rounded-field border border-dashed px-4 py-6">
      {vantage.name} can write here: “{props.button}”.
    </p>
  );
}

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
  const counting = useWouldCount(forum, writing, words);
  const { busy, problem, warned, hasSomething, send, typed } = useSendingPost({
    forum,
    writing,
    draft,
    uploading: uploads.isBusy,
    warning: counting?.warning === true,
    onDone,
  });
  return (
    <div>
      <RichEditor
        key={draft.turn}
        label={label}
        value={draft.doc}
        onChange={(doc) => {
          typed();
          draft.change({ doc });
        }}
        course={course.id}
        autoFocus={autoFocus}
        placeholder={placeholder}
        minHeight={minHeight}
        onSend={send}
        inPost={{ people: mentionable?.people ?? [], onFiles: attach && uploads.add }}
        insert={quoting}
        onInserted={onQuoted}
      >
        {attach && <AttachmentPicker allowed={attach} files={files} uploads={uploads} />}
        <div className="ruled flex flex-wrap items-center gap-x-4 gap-y-2 border-t px-3.5 py-2.5">
          <div className="min-w-40 grow basis-full sm:basis-0">
            <WordCount words={words} needs={needs} wished={wished} draft={draft.state} />
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
              {writing.kind === 'edit' ? 'Cancel' : 'Discard'}
            </button>
          )}
          <button
            type="button"
            className="btn btn-primary btn-sm h-9"
            disabled={busy || !hasSomething}
            onClick={send}
            title="Ctrl+Enter"
          >
            {warned ? `${button} anyway` : button}
          </button>
        </div>
      </RichEditor>
      <DraftElsewhere state={draft.state} settle={draft.settle} />
      <Problem className="mt-2">
        {problem && (
          <>
            {problem} {writing.kind === 'edit' && <Kbd>send again to replace it</Kbd>}
          </>
        )}
      </Problem>
      {note && <div className="quiet mt-2 text-sm">{note}</div>}
    </div>
  );
}
