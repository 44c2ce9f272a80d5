import { useCallback, useMemo, useRef, useEffect, useState } from 'react';
import { above, countBelow, unfold } from '../../../../core/conversation/unfold';
import type { Placed, Thread } from '../context/conversation';

/** A post of a thread as it is shown. */
export interface Shown {
  readonly placed: Placed;
  /** How many posts below it are folded away now. */
  readonly folded: number;
  /** How many posts stand below it. */
  readonly below: number;
}

const inOrder = ({ posts }: Thread) =>
  posts.map((placed) => ({ id: placed.post.id, depth: placed.depth, placed }));

/** Which answers are folded away on this visit: of a post, of a thread, of all. */
export function useFolding(threads: readonly Thread[]) {
  const [away, setAway] = useState<ReadonlySet<string>>(new Set());
  const latest = useRef(threads);
  useEffect(() => {
    latest.current = threads;
  });
  const shown = useMemo(
    () =>
      new Map(
        threads.map((thread) => {
          const posts = inOrder(thread);
          const below = countBelow(posts);
          const unfolded = unfold(posts, (id) => away.has(id)).map(({ post, folded }): Shown => ({
            placed: post.placed,
            folded,
            below: below.get(post.id) ?? 0,
          }));
          return [thread, unfolded] as const;
        }),
      ),
    [threads, away],
  );
  const fold = useCallback(
    (posts: readonly string[], fold: boolean) =>
      setAway((before) => {
        const next = new Set(before);
        for (const post of posts) {
          if (fold) next.add(post);
          else next.delete(post);
        }
        return next;
      }),
    [],
  );
  /** Unfolds whatever hides a post. */
  const reveal = useCallback(
    (post: string) =>
      setAway((before) => {
        const thread = latest.current.find(({ posts }) => posts.some((placed) => placed.post.id === post));
        const hiding = thread ? above(inOrder(thread), post).filter((id) => before.has(id)) : [];
        return hiding.length === 0 ? before : new Set([...before].filter((id) => !hiding.includes(id)));
      }),
    [],
  );
  const shownOf = useCallback(
    (thread: Thread): readonly Shown[] =>
      shown.get(thread) ?? thread.posts.map((placed) => ({ placed, folded: 0, below: 0 })),
    [shown],
  );
  const foldable = threads.filter(({ posts }) => posts.length > 1).map(({ opening }) => opening.id);
  return {
    /** A thread of those given as it is shown; of any other, such as a post that was found, everything. */
    shownOf,
    fold,
    reveal,
    /** Folds every thread to its opening, or unfolds everything. */
    foldAll: (fold: boolean) => setAway(fold ? new Set(foldable) : new Set()),
    hasFoldable: foldable.length > 0,
    isAnyFolded: away.size > 0,
  };
}
export type Folding = ReturnType<typeof useFolding>;
