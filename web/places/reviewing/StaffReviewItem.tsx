import { useState } from 'react';
import { withholdReview, type StaffReview } from '../../../contract/reviewing';
import { percentWords, plural } from '../../../words/numbers';
import { call } from '../../data/api';
import { withQuery } from '../../data/useApi';
import { useCourse } from '../../data/course';
import { Problem } from '../../ui/Problem';
import { Prose } from '../../ui/Prose';
import { useSaving } from '../../ui/useSaving';
import { When } from '../../ui/When';
import { ShownReview } from '../reviews/ShownReview';

/** Keeps a review from its author, or lets it go. */
function Withhold({ forum, review, hidden }: { forum: string; review: StaffReview; hidden: boolean }) {
  const course = useCourse().id;
  const [open, setOpen] = useState(false);
  const [reason, setReason] = useState('');
  const [fills, setFills] = useState(false);
  const { busy, problem, attempt } = useSaving();
  const params = { course, forum, assignment: review.id };
  const endpoint = withQuery(withholdReview, { names: hidden ? 'hidden' : 'shown' });
  if (review.withheld)
    return (
      <div className="mt-3 border-l-2 border-seal pl-3">
        <p>
          <b>Withheld from {review.author.given}.</b> {review.withheld.reason}
        </p>
        <button
          type="button"
          className="btn btn-sm mt-1 h-9"
          disabled={busy}
          onClick={() => void attempt(() => call(endpoint, params, { withheld: false }))}
        >
          Let it go
        </button>
        <Problem className="mt-1">{problem}</Problem>
      </div>
    );
  if (!open)
    return (
      <button type="button" className="link-plain mt-3 text-sm" onClick={() => setOpen(true)}>
        Withhold it from {review.author.given} …
      </button>
    );
  return (
    <form
      className="mt-3 space-y-2"
      onSubmit={(event) => {
        event.preventDefault();
        void attempt(() => call(endpoint, params, { withheld: true, reason, fills }));
      }}
    >
      <textarea
        className="textarea raised w-full"
        rows={2}
        maxLength={4000}
        aria-label={`Why ${review.author.given} does not receive it`}
        placeholder={`${review.reviewer.given} reads why`}
        value={reason}
        onChange={({ target }) => setReason(target.value)}
        autoFocus
      />
      <label className="flex items-center gap-2">
        <input
          type="checkbox"
          className="checkbox checkbox-sm"
          checked={fills}
          onChange={({ target }) => setFills(target.checked)}
        />
        It still counts as one of {review.reviewer.given}’s reviews
      </label>
      <Problem>{problem}</Problem>
      <button type="submit" className="btn btn-sm h-9" disabled={busy}>
        Withhold it
      </button>
    </form>
  );
}

/** One review as staff read it. */
export function StaffReviewItem({
  forum,
  review,
  names = 'both',
  hidden = false,
}: {
  forum: string;
  review: StaffReview;
  /** Whose names are told. */
  names?: 'both' | 'author' | 'reviewer';
  /** Whether names are covered. */
  hidden?: boolean;
}) {
  const { reviewer, author } = review;
  const title =
    names === 'both'
      ? `${reviewer.name} on ${author.name}`
      : names === 'author'
        ? author.name
        : reviewer.name;
  return (
    <article
      aria-label={`Review: ${reviewer.name} on ${author.name}`}
      className="ruled border-b py-3 last:border-0"
    >
      <p className="flex flex-wrap items-baseline gap-x-2.5 text-sm">
        <b className="text-base">{title}</b>
        <When at={review.at} className="quiet num" />
        {review.late && <b className="text-late">late</b>}
        <span className="quiet">{review.received ? 'received' : 'not received yet'}</span>
        {review.number > 1 && <span className="quiet num">version {review.number}</span>}
        {review.far && review.distance !== null && (
          <b className="text-late">{percentWords(review.distance)} from the others</b>
        )}
        {review.changedSince && <span className="quiet">the post was changed since</span>}
      </p>
      <ShownReview review={review} />
      {review.filesCovered > 0 && (
        <p className="quiet mt-2 text-sm">
          {plural(review.filesCovered, 'file')}, shown once names are: a file may tell whose it is.
        </p>
      )}
      {review.answer && (
        <div className="ruled mt-2 border-l-2 pl-3">
          <p className="quiet text-sm">{author.given} answers</p>
          <Prose html={review.answer.html} className="text-base" />
        </div>
      )}
      <Withhold forum={forum} review={review} hidden={hidden} />
    </article>
  );
}
