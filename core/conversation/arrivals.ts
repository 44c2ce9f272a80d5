import type { Id } from '../course/id';

/**
 * The posts that came while someone reads: they are announced, and shown when asked for, so that the text under the
 * reader's eyes never moves. One's own posts are not held back.
 *
 * @param shown what is on the page; null before anything was shown
 * @param now what the server says is there
 * @returns what has come since, in the order of *now*; nothing where nothing was shown yet
 */
export function arrivals<P extends { readonly id: Id; readonly mine: boolean }>(
  shown: ReadonlySet<Id> | null,
  now: readonly P[],
): P[] {
  return shown === null ? [] : now.filter((post) => !post.mine && !shown.has(post.id));
}
