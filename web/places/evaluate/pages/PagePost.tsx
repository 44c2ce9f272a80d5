import { wordsFor } from '../../../../core/participation/requirements/requirements';
import { useMemo, useState } from 'react';
import type { DeskPost, DeskView } from '../../../../contract/evaluate';
import type { ChangeSince } from '../../../../core/participation/changedSince';
import { newId } from '../../../data/newId';
import { EVIDENCE_WORDS } from '../../../../words/evidence';
import { AttachmentList } from '../../../ui/files/Attachments';
import { withPassages } from '../../../ui/passages';
import { plural, numberWords, pointWords } from '../../../../words/numbers';
import { Prose } from '../../../ui/Prose';
import { Tally } from '../../../ui/Tally';
import { slotName } from '../../../../words/tally';
import { When } from '../../../ui/When';
import { Versions } from '../../discuss/post/Versions';
import { PartsAtPost } from '../sheet/PartOnSheet';
import type { Sheet } from '../sheet/useSheet';
import { BranchAround } from './BranchAround';
import { PassageComments } from './PassageComments';

const SINCE: Record<ChangeSince, string> = {
  written: 'written since the score',
  revised: 'revised since the score',
  removed: 'removed since the score',
  counts: 'counts since the score',
  countsNoMore: 'no longer counts since the score',
};

function marks(post: DeskPost): string[] {
  const words: string[] = [];
  if (post.removed) words.push('removed by its author or staff');
  if (post.waiting === 'held') words.push('waiting for approval');
  if (post.waiting === 'returned') words.push('returned');
  if (post.change === 'held') words.push('a change waits for approval');
  if (post.change === 'returned') words.push('a change was returned');
  if (!post.counted && words.length === 0) words.push('does not count');
  return [...words, ...post.marks.map((mark) => EVIDENCE_WORDS[mark])];
}

function nodWords({ nods }: DeskPost): string | null {
  if (nods === null || nods.count === 0) return null;
  return nods.mean === null
    ? plural(nods.count, 'nod')
    : `rated ${pointWords(nods.mean)} by ${numberWords(nods.count)}`;
}

/** What a post answers, in two lines; unfolded, or the whole branch above it. */
function Answered({ view, post, unfolded }: { view: DeskView; post: DeskPost; unfolded: boolean }) {
  const [open, setOpen] = useState<'folded' | 'unfolded' | 'branch'>(unfolded ? 'unfolded' : 'folded');
  if (post.answers === null) return null;
  const { author, html, at, removed } = post.answers;
  const to = (next: typeof open, words: string) => (
    <button type="button" className="link-plain text-xs" onClick={() => setOpen(next)}>
      {words}
    </button>
  );
  return (
    <>
      {open === 'branch' ? (
        <BranchAround view={view} post={post} which="above" />
      ) : (
        <div className="ruled quiet border-l-[3px] pl-3">
          <div
            className={`font-serif text-[0.97rem] leading-snug ${open === 'folded' ? 'line-clamp-2' : ''}`}
          >
            <span className="not-italic">
              {author?.name ?? 'Someone'}, <When at={at} />
              {removed && ', since removed'} —{' '}
            </span>
            <span className="[&_p]:inline" dangerouslySetInnerHTML={{ __html: html }} />
          </div>
        </div>
      )}
      <p className="mb-2 flex gap-x-4 pl-3">
        {open === 'folded' ? to('unfolded', 'unfold') : to('folded', 'fold')}
        {open !== 'branch' && to('branch', 'whole branch')}
      </p>
    </>
  );
}

/** One post on the Desk: what it answers, what is to be known of it, its text with comments, what it got. */
export function PagePost({
  view,
  post,
  number,
  sheet,
  unfolded,
}: {
  view: DeskView;
  post: DeskPost;
  number: number;
  sheet: Sheet | null;
  unfolded: boolean;
}) {
  const [versions, setVersions] = useState(false);
  const [received, setReceived] = useState(false);
  const { slot } = post;
  const needs = slot ? wordsFor(slot.kind, view.required) : 0;
  const of = slot ? view.slots.filter(({ kind }) => kind === slot.kind).length : 0;
  const name = slot ? slotName(slot, of) : post.answers ? 'further reply' : 'further post';
  const mayComment = sheet !== null && view.reading?.second !== true;
  const passages = sheet?.now.typed.passages;
  const html = useMemo(
    () => withPassages(post.html, passages?.filter(({ postId }) => postId === post.id) ?? []),
    [post.html, post.id, passages],
  );
  const nods = nodWords(post);
  return (
    <article aria-label={`Post ${number}: ${name}`} className="ruled border-b py-4 last:border-0">
      <Answered view={view} post={post} unfolded={unfolded} />
      <p className="flex flex-wrap items-center gap-x-2.5 gap-y-0.5 text-sm">
        {slot && <Tally slots={[slot]} />}
        <b className="first-letter:uppercase">{name}</b>
        {post.answers && <span className="quiet">to {post.answers.author?.given ?? 'someone'}</span>}
        {slot && slot.daysLate > 0 && <b className="text-late">{plural(slot.daysLate, 'day')} late</b>}
        <When at={post.at} className="quiet num" />
        <span className="num quiet">
          {needs > 0 ? `${numberWords(post.words)} of ${plural(needs, 'word')}` : plural(post.words, 'word')}
        </span>
        {slot?.state === 'short' && <b className="text-late">too short</b>}
        {post.since !== null && <b className="text-late">{SINCE[post.since]}</b>}
        {post.editedAt !== null && (
          <button type="button" className="link-plain" onClick={() => setVersions(true)}>
            {post.revisions} versions, first {plural(post.firstWords, 'word')}
          </button>
        )}
        {marks(post).map((mark) => (
          <b key={mark} className="text-seal">
            {mark}
          </b>
        ))}
      </p>
      <div data-page-post={post.id}>
        <Prose html={html} className="mt-1.5" />
      </div>
      <AttachmentList files={post.files} />
      {mayComment && <PassageComments sheet={sheet} post={post.id} />}
      {sheet && <PartsAtPost sheet={sheet} post={post.id} number={number} />}
      <p className="quiet mt-1.5 flex flex-wrap gap-x-4 text-xs">
        {nods !== null && <span className="num">{nods}</span>}
        {post.received > 0 && (
          <button
            type="button"
            className="link-plain"
            aria-expanded={received}
            onClick={() => setReceived(!received)}
          >
            {received ? 'fold the replies' : plural(post.received, 'reply', 'replies')}
          </button>
        )}
        {mayComment && (
          <button
            type="button"
            className="link-plain"
            onClick={() =>
              sheet.state.change({
                passages: [
                  ...sheet.now.typed.passages,
                  { id: newId(), postId: post.id, text: '', nth: 0, comment: '' },
                ],
              })
            }
          >
            Comment<span className="sr-only"> on post {number}</span>
          </button>
        )}
      </p>
      {received && (
        <div className="mt-2 pl-6">
          <BranchAround view={view} post={post} which="below" />
        </div>
      )}
      {versions && (
        <Versions
          forum={view.forum.id}
          post={{ id: post.id, author: { ...view.student } }}
          desk={{ student: view.student.id, hidden: view.namesHidden }}
          onClose={() => setVersions(false)}
        />
      )}
    </article>
  );
}
