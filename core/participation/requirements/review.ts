import { endOf, isMadeBy, isUnsent, sentAt, type Assignment } from '../../course/assignment';
import { compareIds } from '../../course/id';
import { isReviewingClosed, reviewsLateFrom } from '../../terms/reviewsDate';
import { daysLate } from '../../time/dueDate';
import type { Instant } from '../../time/instant';
import { hasEnded } from '../../time/minute';
import { isCounted, isHeld } from '../counted';
import type { Slot } from '../slot';
import { emptySlot, type Ground } from './ground';
import type { Requirement } from './requirement';

/** Reviews that were sent, in the order of sending. */
function sentReviews({ reviews, t }: Ground): { assignment: Assignment; at: Instant }[] {
  return reviews
    .flatMap((assignment) => {
      const at = isMadeBy(assignment, t) ? sentAt(assignment, t) : null;
      return at === null ? [] : [{ assignment, at }];
    })
    .sort(
      (a, b) =>
        a.at - b.at ||
        a.assignment.madeAt - b.assignment.madeAt ||
        compareIds(a.assignment.id, b.assignment.id),
    );
}

/**
 * How many of what is unfilled a student still owes: all of it until the reviews are due, and for whoever has posted nothing; after
 * that as many as they were given and have not sent. (rules §9)
 */
function owed({ forum, terms, own, reviews, t }: Ground, unfilled: number): number {
  const late = reviewsLateFrom(forum, terms);
  if (late === null || t < late) return unfilled;
  if (!own.some((post) => post.parentId === null && (isCounted(post, t) || isHeld(post, t)))) return unfilled;
  const given = reviews.filter((each) => {
    if (isUnsent(each, t)) return true;
    const lapsedSince = endOf(each, t) === 'lapsed' && sentAt(each, t) === null;
    return lapsedSince && isUnsent(each, late);
  });
  return Math.min(unfilled, given.length);
}

function slots(ground: Ground): Slot[] {
  const { forum, terms, t } = ground;
  const due = ground.ask.reviewsDue;
  const sent = sentReviews(ground).slice(0, terms.numbers.reviews);
  const count = sent.length + owed(ground, terms.numbers.reviews - sent.length);
  const over = isReviewingClosed(forum, terms, t) || hasEnded(terms.dates.visibleUntil, t);
  return Array.from({ length: count }, (_, index): Slot => {
    const review = sent[index];
    const empty = emptySlot(ground, 'review', index + 1, due, null, over);
    if (!review) return empty;
    const days = daysLate(review.at, due, forum.graceMinutes);
    return {
      ...empty,
      state: days > 0 ? 'metLate' : 'met',
      overdue: false,
      assignmentId: review.assignment.id,
      metAt: review.at,
      daysLate: days,
    };
  });
}

/** Reviews of other students' initial posts. (rules §9) */
export const review: Requirement = {
  kind: 'review',
  count: 'reviews',
  words: null,
  basis: 'reviews',
  isPost: false,
  slots,
};
