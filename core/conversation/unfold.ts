import type { Id } from '../course/id';

/** A post of a thread in reading order: each stands below the last one that is less deep. */
export interface InOrder {
  readonly id: Id;
  readonly depth: number;
}

/** A post that is shown, and how many below it are folded away. */
export interface Unfolded<P> {
  readonly post: P;
  readonly folded: number;
}

/**
 * The posts of a thread that are shown when some of them have their answers folded away, each with how many that are.
 *
 * @param posts one thread in reading order
 * @param isFolded whether a post's answers are folded away
 * @example unfold(posts, (id) => folded.has(id))
 */
export function unfold<P extends InOrder>(posts: readonly P[], isFolded: (id: Id) => boolean): Unfolded<P>[] {
  const shown: { post: P; folded: number }[] = [];
  let below: { post: P; folded: number } | null = null;
  for (const post of posts) {
    if (below !== null && post.depth > below.post.depth) {
      below.folded++;
      continue;
    }
    const next = { post, folded: 0 };
    below = isFolded(post.id) ? next : null;
    shown.push(next);
  }
  return shown;
}

/** The posts a post stands below, from the nearest up: what has to be unfolded for it to be seen. */
export function above(posts: readonly InOrder[], id: Id): Id[] {
  const at = posts.findIndex((post) => post.id === id);
  const line: Id[] = [];
  let depth = at < 0 ? 0 : posts[at]!.depth;
  for (let index = at - 1; index >= 0 && depth > 0; index--) {
    if (posts[index]!.depth >= depth) continue;
    depth = posts[index]!.depth;
    line.push(posts[index]!.id);
  }
  return line;
}

/** How many posts stand below each, however deep. */
export function countBelow(posts: readonly InOrder[]): Map<Id, number> {
  const counts = new Map<Id, number>();
  const line: InOrder[] = [];
  for (const post of posts) {
    while (line.length > 0 && line.at(-1)!.depth >= post.depth) line.pop();
    for (const { id } of line) counts.set(id, (counts.get(id) ?? 0) + 1);
    line.push(post);
  }
  return counts;
}
