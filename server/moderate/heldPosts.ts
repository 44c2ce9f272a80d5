import { isRemovedAt, type Post } from '../../core/course/post';
import { isWaiting } from '../../core/moderate/inTheWay';
import type { OpenForum } from '../course/access/openForum';

/** The posts of a forum that wait for approval by the staff who opened it, each since when; the longest waiting first. */
export function heldPosts(opened: OpenForum, now: number): { readonly post: Post; readonly since: number }[] {
  return [...opened.posts.values()]
    .filter(
      (post) =>
        post.approvals.length > 0 &&
        opened.sees.get(post.id) === 'text' &&
        isWaiting(post, now) &&
        !isRemovedAt(post, now),
    )
    .map((post) => ({
      post,
      since: post.approvals.findLast(({ at, state }) => state === 'held' && at <= now)!.at,
    }))
    .sort((one, other) => one.since - other.since);
}
