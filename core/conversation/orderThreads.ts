import type { Instant } from '../time/instant';

/** In which order threads are read. `fewest`: those with the fewest answers first, so that nobody is left unanswered. */
export type ThreadOrder = 'conversation' | 'newest' | 'oldest' | 'activity' | 'fewest';

/** What an order rests on. */
export interface ThreadFacts {
  readonly openedAt: Instant;
  /** When anything was last written in it. */
  readonly lastAt: Instant;
  /** How many posts below the opening still stand. */
  readonly answers: number;
  readonly starter: boolean;
  readonly pinned: boolean;
}

type Compare = (a: ThreadFacts, b: ThreadFacts) => number;

const COMPARE: Record<ThreadOrder, Compare> = {
  conversation: (a, b) => Number(b.starter) - Number(a.starter) || a.openedAt - b.openedAt,
  newest: (a, b) => b.openedAt - a.openedAt,
  oldest: (a, b) => a.openedAt - b.openedAt,
  activity: (a, b) => b.lastAt - a.lastAt,
  fewest: (a, b) => a.answers - b.answers || a.openedAt - b.openedAt,
};

/**
 * Threads in an order, the pinned ones before all others; those that the order holds equal stay as they came. By conversation, starters come first and the
 * rest as they were opened.
 *
 * @example orderThreads(threads, factsOf, 'fewest')
 */
export function orderThreads<T>(
  threads: readonly T[],
  factsOf: (thread: T) => ThreadFacts,
  order: ThreadOrder,
): T[] {
  const facts = new Map(threads.map((thread) => [thread, factsOf(thread)]));
  return threads.toSorted((a, b) => {
    const [one, other] = [facts.get(a)!, facts.get(b)!];
    return Number(other.pinned) - Number(one.pinned) || COMPARE[order](one, other);
  });
}
