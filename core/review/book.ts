import type { Assignment } from '../course/assignment';
import type { Instant } from '../time/instant';
import type { MustNot } from './mustNot';

/** What is kept of reviewing in a forum: facts with their instants, which are never worked out anew. (rules §9) */
export interface ReviewBook {
  /** 128 random bits in hexadecimal digits, which no student gets: they decide the order. */
  readonly seed: string;
  /** When it was decided who reviews whom; null: not yet. */
  readonly pairedAt: Instant | null;
  /** Everything that was ever assigned. */
  readonly assignments: readonly Assignment[];
  /** Pairs of people who must not review one another. */
  readonly mustNots: readonly MustNot[];
}

/** What is kept of a forum in which nothing was settled yet. */
export const NO_BOOK: ReviewBook = { seed: '', pairedAt: null, assignments: [], mustNots: [] };
