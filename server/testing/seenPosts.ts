import type { ForumView } from '../../contract/discuss';
import { postsOf, type PostBody, type PostView } from '../../contract/posts';

/** The posts of an answer, each with its text; those without one are the empty places of removed posts. */
export function seenPosts(forum: ForumView): (PostView & Omit<PostBody, 'id'>)[] {
  const bodies = new Map(forum.bodies.map((body) => [body.id, body]));
  return postsOf(forum).map((post) => ({ ...bodies.get(post.id)!, ...post }));
}
