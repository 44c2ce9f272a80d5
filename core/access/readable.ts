import type { Id } from '../course/id';
import type { Access } from './accessTo';
import { mayRead, mayReadRemoved, type PostInPlace } from './mayRead';

/** How a post reaches a person: with its text, or only as an empty place without author. */
export type ReadAs = 'text' | 'place';

/** Whether a post reaches a person with its text: the same as {@link readable} says of it, asked of one alone. (rules §4) */
export const readsText = (access: Access, post: PostInPlace): boolean =>
  mayRead(access, post).yes && (!post.removed || mayReadRemoved(access, post));

/**
 * What of a forum's posts a person may receive, and as what. A removed post keeps its text for staff and its author;
 * for others who would see it an empty place stays while they can see something below it, else it is gone. (rules §4)
 *
 * @param posts all posts of the forum as they stand at the instant asked for
 * @returns the posts that may leave the server, by id
 */
export function readable(access: Access, posts: readonly PostInPlace[]): Map<Id, ReadAs> {
  const result = new Map<Id, ReadAs>();
  const places = new Map<Id, PostInPlace>();
  for (const post of posts) {
    if (!mayRead(access, post).yes) continue;
    if (!post.removed || mayReadRemoved(access, post)) result.set(post.id, 'text');
    else places.set(post.id, post);
  }
  if (places.size === 0) return result;
  const parents = new Map(posts.map((post) => [post.id, post.parentId]));
  for (const id of [...result.keys()]) {
    let above = parents.get(id) ?? null;
    while (above !== null && !result.has(above)) {
      if (places.has(above)) result.set(above, 'place');
      above = parents.get(above) ?? null;
    }
  }
  return result;
}

/**
 * How many posts unsealing would show a student: what they could read if nothing were sealed, less what they can read
 * now, without removed ones. The only thing about sealed posts that may be told. (rules §4)
 */
export function sealedCount(access: Access, posts: readonly PostInPlace[]): number {
  if (access.kind === 'staff' || access.sealed === 'none') return 0;
  const unsealed: Access = { ...access, sealed: 'none' };
  let count = 0;
  for (const post of posts) {
    if (!post.removed && mayRead(unsealed, post).yes && !mayRead(access, post).yes) count++;
  }
  return count;
}
