import type { Access, StudentAccess } from '../access/accessTo';
import type { PostInPlace } from '../access/mayRead';
import { isLive, isReceived, sentAt, withholdingAt, type Assignment } from '../course/assignment';
import type { Forum } from '../course/forum';
import { reviewingClosesAt } from '../terms/reviewsDate';
import type { Instant } from '../time/instant';

/** Why a review cannot be written, or not be changed any more. Instants in UTC ms. */
export type NoReview =
  | { readonly code: 'ended' | 'absent' | 'locked' | 'announced' | 'frozen' | 'postGone' | 'received' }
  | { readonly code: 'closed'; readonly at: Instant };

/**
 * Whether a reviewer reads the post they were given: while their assignment is live, in every phase but `absent`, whatever seal, space and
 * journal say; not while the post is held, returned or removed. Only the post itself, and nothing around it. (rules §9)
 *
 * @param access the reviewer's, as `accessTo` answered
 * @param place the post as it stands at *t*; undefined where there is none
 */
export function readsAsReviewer(
  access: StudentAccess,
  assignment: Assignment,
  place: PostInPlace | undefined,
  t: Instant,
): boolean {
  return (
    access.personId === assignment.reviewerId &&
    access.phase !== 'absent' &&
    isLive(assignment, t) &&
    place !== undefined &&
    !place.removed &&
    place.withheldBy.length === 0
  );
}

/**
 * Why a reviewer cannot send a review, or a new version of one, at *t*; null where they can: in phases `open` and `readOnly`, while the forum
 * is not frozen, until reviewing closes for them. What was received is not changed any more; where reviews are received at once, neither is what
 * was sent, unless staff keep it from its author. (rules §9)
 *
 * @example whyNoReview(forum, access, assignment, place, t)?.code // 'closed'
 */
export function whyNoReview(
  forum: Forum,
  access: StudentAccess,
  assignment: Assignment,
  place: PostInPlace | undefined,
  t: Instant,
): NoReview | null {
  if (!isLive(assignment, t)) return { code: 'ended' };
  const { phase } = access;
  if (phase === 'absent' || phase === 'locked' || phase === 'announced') return { code: phase };
  if (forum.frozen) return { code: 'frozen' };
  if (!readsAsReviewer(access, assignment, place, t)) return { code: 'postGone' };
  const closes = reviewingClosesAt(forum, access.terms);
  if (closes !== null && t >= closes) return { code: 'closed', at: closes };
  if (withholdingAt(assignment, t) !== null || sentAt(assignment, t) === null) return null;
  return isReceived(assignment, t) || forum.review?.received === 'atOnce' ? { code: 'received' } : null;
}

/**
 * Whether a person reads a review at *t*: its reviewer, as they read their own posts; staff once it was sent, those limited to sections where it is
 * by or for a student of theirs; its author once it was received. Nobody else. (rules §9)
 *
 * @example mayReadReview(access, assignment, t)
 */
export function mayReadReview(access: Access, assignment: Assignment, t: Instant): boolean {
  const { reviewerId, authorId, sent } = assignment;
  if (!sent.some((at) => at <= t)) return false;
  if (access.kind === 'staff')
    return (
      access.students === 'all' || access.students.includes(reviewerId) || access.students.includes(authorId)
    );
  if (!access.ownPosts) return false;
  return access.personId === reviewerId || (access.personId === authorId && isReceived(assignment, t));
}
