import type { Forum } from '../course/forum';
import { approvalAt, existsAt, type Post } from '../course/post';
import type { Instant } from '../time/instant';

/**
 * Whether what a student sends now waits for approval: always where the forum holds all; where it holds first posts,
 * until one post of theirs stands approved. A returned post that is sent again always waits. (product §4, *held*)
 *
 * @param own everything the student wrote in the forum
 * @param resent the post that is sent again, or null for a new one
 * @example startsHeld(forum, [], null, t) // true where the forum holds the first post
 */
export function startsHeld(
  forum: Pick<Forum, 'hold'>,
  own: readonly Post[],
  resent: Post | null,
  t: Instant,
): boolean {
  if (resent !== null) return approvalAt(resent, t) === 'returned';
  if (forum.hold === 'none') return false;
  if (forum.hold === 'all') return true;
  return !own.some(
    (post) => existsAt(post, t) && post.asideWith === null && approvalAt(post, t) === 'approved',
  );
}
