import { sentAt, withholdingAt } from '../course/assignment';
import type { CourseData } from '../course/courseData';
import type { Forum } from '../course/forum';
import { pairingAt } from '../terms/pairingAt';
import { resolveTerms } from '../terms/resolveTerms';
import { reviewsLateFrom } from '../terms/reviewsDate';
import type { Instant } from '../time/instant';
import type { ReviewBook } from './book';

/**
 * The next instant after *t* at which the clock alone makes something to settle of reviewing in a forum: the pairing, or reviews that are
 * received at their authors' reviews date. null: none. (rules §9)
 *
 * @example nextToSettle(course, forum, book, t) // 5 March, 00:00: the initial posts were due
 */
export function nextToSettle(
  course: Pick<CourseData, 'students'>,
  forum: Forum,
  { pairedAt, assignments }: Pick<ReviewBook, 'pairedAt' | 'assignments'>,
  t: Instant,
): Instant | null {
  const { review, status } = forum;
  if (status === 'draft' || review === null) return null;
  let next: Instant | null = null;
  const consider = (at: Instant | null) => {
    if (at !== null && at > t && (next === null || at < next)) next = at;
  };
  if (pairedAt === null && forum.required.reviews > 0) consider(pairingAt(forum));
  if (review.received === 'atReviewsDate')
    for (const each of assignments) {
      if (each.receivedAt !== null || sentAt(each, t) === null || withholdingAt(each, t) !== null) continue;
      const author = course.students.get(each.authorId);
      if (author) consider(reviewsLateFrom(forum, resolveTerms(forum, author)));
    }
  return next;
}
