import { compareIds, type Id } from '../course/id';
import type { Instant } from '../time/instant';

/** A post that was found, with what its place in the answer rests on: itself alone. */
export interface Found {
  readonly id: Id;
  readonly at: Instant;
  /** How often what is looked for stands in it. */
  readonly times: number;
  /** Characters of its text. */
  readonly length: number;
}

/** A post of usual length, in characters: about 120 words. */
const USUAL = 700;

/** How much of a post is what was looked for: each further time counts less, and a long post has to hold it more often. */
function weightOf({ times, length }: Found): number {
  return times / (times + 0.3 + (0.9 * length) / USUAL);
}

/**
 * Posts that were found, the best first, then the newest. What decides is in each post itself and nowhere else, so that the order
 * tells nothing of posts the person may not read: not how many there are, nor what stands in them. (rules §4)
 *
 * @example orderFound([{ id: 'a', at: 1, times: 1, length: 700 }, { id: 'b', at: 2, times: 3, length: 700 }]) // b, a
 */
export function orderFound<T extends Found>(found: readonly T[]): T[] {
  return [...found].sort((a, b) => weightOf(b) - weightOf(a) || b.at - a.at || compareIds(a.id, b.id));
}
