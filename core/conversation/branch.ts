import type { Id } from '../course/id';
import type { InOrder } from './unfold';

/**
 * A post with everything below it, as a conversation of its own: the post stands at depth 0.
 *
 * @param posts one thread in reading order
 * @returns nothing where the post is not among them
 * @example branchOf(thread.posts, 'bram-2')
 */
export function branchOf<P extends InOrder>(posts: readonly P[], id: Id): P[] {
  const at = posts.findIndex((post) => post.id === id);
  if (at < 0) return [];
  const top = posts[at]!.depth;
  const after = posts.findIndex((post, index) => index > at && post.depth <= top);
  return posts
    .slice(at, after < 0 ? posts.length : after)
    .map((post) => ({ ...post, depth: post.depth - top }));
}
