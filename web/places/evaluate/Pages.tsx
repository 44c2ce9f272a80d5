import { useState } from 'react';
import type { DeskPost, DeskView } from '../../../contract/evaluate';
import { useCourse } from '../../data/course';
import { EVIDENCE_WORDS } from '../../ui/evidenceWords';
import { dateWords } from '../../ui/dateWords';
import { countWords, numberWords } from '../../ui/pointWords';
import { Prose } from '../../ui/Prose';
import { Tally } from '../../ui/Tally';
import { slotName } from '../../ui/tallyWords';
import { When } from '../../ui/When';
import { PostPoints } from './sheet/PostPoints';
import type { Sheet } from './sheet/useSheet';
import { Versions } from '../discuss/reading/Versions';

/** The student's posts on the time axis, against the window and the due dates. */
function TimeStrip({ view }: { view: DeskView }) {
  const { zone } = useCourse();
  const { dates, posts } = view;
  const known = [
    dates.postingFrom,
    dates.postingUntil,
    dates.initialDue,
    dates.repliesDue,
    ...posts.map((post) => post.at),
  ].filter((at) => at !== null);
  if (known.length < 2) return null;
  const least = Math.min(...known);
  const most = Math.max(...known);
  const spread = Math.max(most - least, 1);
  const x = (at: number) => 3 + ((at - least) / spread) * 94;
  const left = dates.postingFrom === null ? 0 : x(dates.postingFrom);
  const right = dates.postingUntil === null ? 100 : x(dates.postingUntil);
  const due = (at: number | null, double: boolean) =>
    at === null ? null : (
      <span className="absolute bottom-0 flex -translate-x-1/2 gap-[2px]" style={{ left: `${x(at)}%` }}>
        <span className={`w-1 bg-base-content ${double ? 'h-4' : 'h-6'}`} />
        {double && <span className="h-4 w-1 bg-base-content" />}
      </span>
    );
  const words = [
    dates.initialDue !== null && `initial post due ${dateWords(dates.initialDue, zone)}`,
    dates.repliesDue !== null && `replies due ${dateWords(dates.repliesDue, zone)}`,
  ].filter(Boolean);
  return (
    <figure className="mt-2 mb-4">
      <div className="relative h-7" aria-hidden>
        <span
          className="absolute bottom-0.5 h-3 rounded-sm"
          style={{ left: `${left}%`, width: `${right - left}%`, background: 'var(--river-wash)' }}
        />
        {due(dates.initialDue, false)}
        {due(dates.repliesDue, true)}
        {posts
          .filter((post) => !post.removed)
          .map((post) => {
            const late = (post.slot?.daysLate ?? 0) > 0;
            return (
              <span
                key={post.id}
                className="absolute bottom-[3px] size-2.5 -translate-x-1/2 rounded-full border-2"
                style={{
                  left: `${x(post.at)}%`,
                  borderColor: late ? 'var(--late-fill)' : 'var(--done)',
                  background: late ? 'var(--color-base-100)' : 'var(--done)',
                }}
              />
            );
          })}
      </div>
      <figcaption className="quiet num mt-1 text-xs">{words.join(' · ')}</figcaption>
    </figure>
  );
}

function marks(post: DeskPost): string[] {
  const words: string[] = [];
  if (post.removed) words.push('removed by its author or staff');
  if (post.waiting === 'held') words.push('waiting for approval');
  if (post.waiting === 'returned') words.push('given back');
  if (!post.counted && words.length === 0) words.push('does not count');
  return [...words, ...post.marks.map((mark) => EVIDENCE_WORDS[mark])];
}

function PagePost({
  view,
  post,
  number,
  sheet,
}: {
  view: DeskView;
  post: DeskPost;
  number: number;
  sheet: Sheet | null;
}) {
  const [open, setOpen] = useState(false);
  const [versions, setVersions] = useState(false);
  const { slot } = post;
  const needs =
    slot?.kind === 'initial'
      ? view.required.initialMinWords
      : slot?.kind === 'reply'
        ? view.required.replyMinWords
        : 0;
  const of = slot ? view.slots.filter(({ kind }) => kind === slot.kind).length : 0;
  const name = slot ? slotName(slot, of) : post.answers ? 'further reply' : 'further post';
  return (
    <article aria-label={`Post ${number}: ${name}`} className="ruled border-b py-4 last:border-0">
      {post.answers && (
        <div className="ruled quiet mb-2.5 border-l-[3px] pl-3">
          <div className={`font-serif text-[0.97rem] leading-snug italic ${open ? '' : 'line-clamp-2'}`}>
            <span className="not-italic">
              {post.answers.author?.name ?? 'Someone'}, <When at={post.answers.at} />
              {post.answers.removed && ', since removed'} —{' '}
            </span>
            <span className="[&_p]:inline" dangerouslySetInnerHTML={{ __html: post.answers.html }} />
          </div>
          <button
            type="button"
            className="link-plain mt-0.5 text-xs"
            onClick={() => setOpen(!open)}
            aria-expanded={open}
          >
            {open ? 'fold' : 'unfold'}
          </button>
        </div>
      )}
      <p className="flex flex-wrap items-center gap-x-2.5 gap-y-0.5 text-sm">
        {slot && <Tally slots={[slot]} />}
        <b className="first-letter:uppercase">{name}</b>
        {post.answers && <span className="quiet">to {post.answers.author?.given ?? 'someone'}</span>}
        {slot && slot.daysLate > 0 && (
          <b style={{ color: 'var(--late)' }}>{countWords(slot.daysLate, 'day')} late</b>
        )}
        <When at={post.at} className="quiet num" />
        <span className="num quiet">
          {needs > 0
            ? `${numberWords(post.words)} of ${countWords(needs, 'word')}`
            : countWords(post.words, 'word')}
        </span>
        {slot?.state === 'short' && <b style={{ color: 'var(--late)' }}>too short</b>}
        {post.editedAt !== null && (
          <button type="button" className="link-plain" onClick={() => setVersions(true)}>
            {post.revisions} versions, first {countWords(post.firstWords, 'word')}
          </button>
        )}
        {marks(post).map((mark) => (
          <b key={mark} style={{ color: 'var(--seal)' }}>
            {mark}
          </b>
        ))}
      </p>
      <Prose html={post.html} className="mt-1.5" />
      {sheet && <PostPoints sheet={sheet} post={post.id} number={number} />}
      {versions && (
        <Versions
          forum={view.forum.id}
          post={{ id: post.id, author: { ...view.student, kind: 'student' } }}
          onClose={() => setVersions(false)}
        />
      )}
    </article>
  );
}

/** Everything one student wrote in this forum, initial post first, each with what it answers folded above. */
export function Pages({ view, sheet }: { view: DeskView; sheet: Sheet | null }) {
  return (
    <section aria-label={`What ${view.student.name} wrote`} className="mx-auto max-w-[44rem] px-6 pt-4 pb-16">
      <div className="flex flex-wrap items-baseline gap-x-4">
        <h2 className="text-2xl">{view.student.name}</h2>
        <p className="quiet">
          {view.covered
            ? 'Names are hidden until the score is given; those that classmates typed remain.'
            : view.section}
        </p>
        <span className="ml-auto self-center">
          <Tally slots={view.slots} scale={1.2} />
        </span>
      </div>
      <TimeStrip view={view} />
      {view.posts.length === 0 ? (
        <p className="quiet ruled border-t py-8">
          {view.notAsked ? 'This forum is not asked of this student.' : 'Nothing has been written here.'}
        </p>
      ) : (
        <div className="ruled border-t">
          {view.posts.map((post, index) => (
            <PagePost key={post.id} view={view} post={post} number={index + 1} sheet={sheet} />
          ))}
        </div>
      )}
    </section>
  );
}
