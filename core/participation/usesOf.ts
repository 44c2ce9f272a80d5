import type { CourseData } from '../course/courseData';
import type { Forum } from '../course/forum';
import type { Id } from '../course/id';
import { approvalAt } from '../course/approval';
import { existsAt, isRemovedAt, type Post } from '../course/post';
import type { Student } from '../course/roster';
import type { Instant } from '../time/instant';
import { participationOf, type Participation } from './participationOf';
import { isOfPost } from './requirements/requirements';
import { isPeerReply } from './peerReply';
import type { SlotKind } from '../course/slotKind';

/**
 * Why a post fills no required post: it does not count (removed, held, returned, an aside); it answers staff, its own author,
 * or stands in a thread of its author's where that does not count; someone answered already, where different people
 * are asked for; everything of its kind is there; a further answer to the prompt; or nothing of its kind is asked for.
 */
export type UnusedReason =
  | 'removed'
  | 'held'
  | 'returned'
  | 'aside'
  | 'toStaff'
  | 'toOneself'
  | 'ownThread'
  | 'answeredAlready'
  | 'enough'
  | 'further'
  | 'notAsked';

/** What one post of a student does for what is required of them. */
export type Use =
  | { readonly postId: Id; readonly kind: SlotKind; readonly number: number; readonly reason: null }
  | { readonly postId: Id; readonly kind: null; readonly number: null; readonly reason: UnusedReason };

function reasonOf(post: Post, forum: Forum, part: Participation, t: Instant): UnusedReason {
  if (isRemovedAt(post, t)) return 'removed';
  if (post.asideWith !== null) return 'aside';
  const approval = approvalAt(post, t);
  if (approval !== 'approved') return approval;
  const of = (kind: SlotKind) => part.slots.filter((slot) => slot.kind === kind);
  const isAnyFree = (kind: SlotKind) => of(kind).some(({ postId }) => postId === null);
  if (post.answers === null) {
    if (of('initial').length > 0) return 'further';
    return of('post').length > 0 ? 'enough' : 'notAsked';
  }
  if (of('reply').length === 0) return of('post').length > 0 ? 'enough' : 'notAsked';
  if (post.answers.authorKind === 'staff') return 'toStaff';
  if (post.answers.authorId === post.authorId) return 'toOneself';
  if (!isPeerReply(post, forum.required.ownThreadCounts)) return 'ownThread';
  return isAnyFree('reply') ? 'answeredAlready' : 'enough';
}

/**
 * What every post of a student does for what the forum requires of them at *t*, in the order they were written: the required post
 * it fills or stands for, or why it fills none. Nothing where nothing is required. (rules §5)
 *
 * @example usesOf(course, forum, ines, t).find(({ postId }) => postId === 'third')?.reason // 'answeredAlready'
 */
export function usesOf(course: CourseData, forum: Forum, student: Student, t: Instant): Use[] {
  const part = participationOf(course, forum, student, t);
  if (part.slots.length === 0) return [];
  return course
    .postsBy(forum.id, student.id)
    .filter((post) => existsAt(post, t))
    .map((post): Use => {
      const slot = part.slots.find((each) => each.postId === post.id && isOfPost(each));
      return slot
        ? { postId: post.id, kind: slot.kind, number: slot.number, reason: null }
        : { postId: post.id, kind: null, number: null, reason: reasonOf(post, forum, part, t) };
    });
}
