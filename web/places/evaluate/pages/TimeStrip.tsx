import type { DeskView } from '../../../../contract/evaluate';
import { useCourse } from '../../../data/course';
import { dateWords } from '../../../ui/dateWords';

/** The student's posts on the time axis, against the window and the due dates. */
export function TimeStrip({ view }: { view: DeskView }) {
  const { zone } = useCourse();
  const { dates, posts } = view;
  const known = [
    dates.postingFrom,
    dates.postingUntil,
    dates.initialDue,
    dates.repliesDue,
    dates.reviewsDue,
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
    dates.reviewsDue !== null && `reviews due ${dateWords(dates.reviewsDue, zone)}`,
  ].filter(Boolean);
  return (
    <figure className="mt-2 mb-4">
      <div className="drawn relative h-7" aria-hidden>
        <span
          className="absolute bottom-0.5 h-3 rounded-sm bg-river-wash"
          style={{ left: `${left}%`, width: `${right - left}%` }}
        />
        {due(dates.initialDue, false)}
        {due(dates.repliesDue, true)}
        {dates.reviewsDue !== null && (
          <span
            className="absolute bottom-[3px] size-2.5 -translate-x-1/2 rounded-full border-[2.5px] border-base-content bg-base-100"
            style={{ left: `${x(dates.reviewsDue)}%` }}
          />
        )}
        {posts
          .filter((post) => !post.removed)
          .map((post) => {
            const late = (post.slot?.daysLate ?? 0) > 0;
            return (
              <span
                key={post.id}
                className={`absolute bottom-[3px] size-2.5 -translate-x-1/2 rounded-full border-2 ${late ? 'border-late-fill' : 'border-done'}`}
                style={{ left: `${x(post.at)}%`, background: late ? 'var(--color-base-100)' : 'var(--done)' }}
              />
            );
          })}
      </div>
      <figcaption className="quiet num mt-1 text-xs">{words.join(' · ')}</figcaption>
    </figure>
  );
}
