import { isLive, isUnsent, sentAt, withholdingAt, type Assignment } from '../course/assignment';
import type { CourseData } from '../course/courseData';
import type { Forum } from '../course/forum';
import type { Id } from '../course/id';
import { pairingAt } from '../terms/pairingAt';
import { reviewsLateFrom } from '../terms/reviewsDate';
import type { Instant } from '../time/instant';
import type { ReviewBook } from './book';
import { mustNotMeet, type MayNotMeet } from './mustNot';
import { pairUp } from './pairUp';
import { reviewersOf, takesPart, type Reviewer } from './pool';
import { topUp, type Given } from './topUp';

/** What settling comes to; nothing of it where all is settled. */
export interface Settlement {
  /** Unsent assignments that lapse at the instant settled at. */
  readonly lapsed: readonly Assignment[];
  /** Whether it is decided now who reviews whom, whoever it comes to. */
  readonly pairs: boolean;
  /** Who is given whose post. */
  readonly given: readonly Given[];
  /** Reviews that their authors receive. */
  readonly received: readonly Assignment[];
}

const NOTHING: Settlement = { lapsed: [], pairs: false, given: [], received: [] };

/** Whether a settlement changes nothing. */
export const isSettled = ({ lapsed, pairs, given, received }: Settlement): boolean =>
  lapsed.length === 0 && !pairs && given.length === 0 && received.length === 0;

/**
 * What has to be kept next of reviewing in a forum, given what is kept: which assignments lapse, whether it is decided who reviews whom, who
 * is given what, and which reviews are received. Made at every change and due minute; it changes nothing that is kept, and done again at
 * the same instant it comes to nothing more. (rules §9)
 *
 * @param course settings, roster and scores as they stand, and everything students of the forum wrote
 * @param t the instant it is settled at, UTC ms
 * @example settle(course, forum, book, t).given.map(({ reviewerId, authorId }) => `${reviewerId} reviews ${authorId}`)
 */
export function settle(course: CourseData, forum: Forum, book: ReviewBook, t: Instant): Settlement {
  if (forum.status === 'draft') return NOTHING;
  const { review } = forum;
  const mayNotMeet = mustNotMeet(book.mustNots);
  const isOn = review !== null && forum.required.reviews > 0;
  const at = pairingAt(forum);
  const isDue = at !== null && t >= at;
  if (book.assignments.length === 0 && !(isOn && isDue)) return NOTHING;
  const reviewers = reviewersOf(course, forum, t);

  const lapsed = book.assignments.filter(
    (each) => isUnsent(each, t) && (!isOn || hasLapsed(forum, each, reviewers, mayNotMeet)),
  );
  const received = receivedNow(forum, book, reviewers, t);
  if (!isOn || review.pairing === 'byHand') return { lapsed, pairs: false, given: [], received };

  const gone = new Set(lapsed);
  const live = book.assignments.filter((each) => isLive(each, t) && !gone.has(each));
  const pairs = book.pairedAt === null && isDue;
  if (book.pairedAt === null && !pairs) return { lapsed, pairs, given: [], received };
  const paired = pairs ? pairUp(forum, review.pairing, book, live, reviewers, mayNotMeet, t) : [];
  const given = topUp(course, forum, {
    assignments: book.assignments,
    live,
    given: paired,
    reviewers,
    mayNotMeet,
    pairedAt: book.pairedAt,
    t,
  });
  return { lapsed, pairs, given: [...paired, ...given], received };
}

/** Whether an unsent assignment lapses: its post cannot be reviewed, one of its two is gone, or they must not meet. (rules §9) */
function hasLapsed(
  forum: Forum,
  { authorId, reviewerId, postId }: Assignment,
  reviewers: ReadonlyMap<Id, Reviewer>,
  mayNotMeet: MayNotMeet,
): boolean {
  const reviewer = reviewers.get(reviewerId);
  return (
    reviewers.get(authorId)?.own?.post.id !== postId ||
    reviewer === undefined ||
    !takesPart(forum, reviewer.student) ||
    mayNotMeet(authorId, reviewerId)
  );
}

/** The reviews that are received now: sent, not withheld, and come at the time the forum says. (rules §9) */
function receivedNow(
  forum: Forum,
  book: ReviewBook,
  reviewers: ReadonlyMap<Id, Reviewer>,
  t: Instant,
): Assignment[] {
  const how = forum.review?.received ?? 'atReviewsDate';
  if (how === 'whenReleased') return [];
  const isTime = (authorId: Id) => {
    if (how === 'atOnce') return true;
    const author = reviewers.get(authorId);
    const from = author === undefined ? null : reviewsLateFrom(forum, author.terms);
    return from !== null && t >= from;
  };
  return book.assignments.filter(
    (each) =>
      each.receivedAt === null &&
      sentAt(each, t) !== null &&
      withholdingAt(each, t) === null &&
      isTime(each.authorId),
  );
}
