import { approvalAt, openChange } from './approval';
import type { Forum } from './forum';
import { existsAt, type Post } from './post';
import type { Instant } from '../time/instant';

/**
 * What waits for approval when a student sends something now: the whole `post`, a `change` to one that was approved, or nothing.
 * A new post waits where the forum holds all, and where it holds first posts until one post of theirs stands approved. What was given
 * back and is sent again always waits. Where the forum holds all, a change to an approved post waits too. (rules §4)
 *
 * @param own everything the student wrote in the forum
 * @param changed the post that is changed, or null for a new one
 * @returns null also where what waits already goes on waiting
 * @example holdOf(forum, [], null, t) // 'post' where the forum holds the first post
 */
export function holdOf(
  forum: Pick<Forum, 'hold'>,
  own: readonly Post[],
  changed: Post | null,
  t: Instant,
): 'post' | 'change' | null {
  if (changed === null) {
    if (forum.hold === 'none') return null;
    const isKnown = (post: Post) =>
      existsAt(post, t) && post.asideWith === null && approvalAt(post, t) === 'approved';
    return forum.hold === 'all' || !own.some(isKnown) ? 'post' : null;
  }
  const approval = approvalAt(changed, t);
  if (approval !== 'approved') return approval === 'returned' ? 'post' : null;
  const change = openChange(changed, t);
  if (change !== null) return change.state === 'returned' ? 'change' : null;
  return forum.hold === 'all' && changed.asideWith === null ? 'change' : null;
}
