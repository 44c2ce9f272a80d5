import type { Id } from '../course/id';
import type { Percent, Points } from '../course/points';
import type { Instant } from '../time/instant';

/** How an item's score is shown. (rules §7) */
export type Display = 'points' | 'percent' | 'letter' | 'done';

/** A column of the gradebook. (rules §7) */
export interface Item {
  readonly id: Id;
  /** The forum that feeds it; null when entered by hand. */
  readonly forumId: Id | null;
  readonly title: string;
  readonly categoryId: Id | null;
  readonly maximum: Points;
  readonly display: Display;
  readonly counts: boolean;
  readonly extraCredit: boolean;
  /** When it is due, for an item entered by hand; a forum brings its own dates. Absent or null: never. */
  readonly dueAt?: Instant | null;
}

/** Items that are totalled together. (rules §7) */
export interface Category {
  readonly id: Id;
  readonly title: string;
  readonly weight: Percent;
  readonly zeroForMissing: boolean;
  /** How many of a student's items are dropped, so that what stays is the best possible; absent: none. */
  readonly drop?: number;
}

/** A step of the letter scale. */
export interface Letter {
  readonly letter: string;
  readonly from: Percent;
}

/** How a course adds its items up. (rules §7) */
export interface Gradebook {
  readonly mode: 'weighted' | 'byPoints';
  readonly items: readonly Item[];
  readonly categories: readonly Category[];
  /** In any order; the lowest starts at 0. Empty where the course gives no letters. */
  readonly letters: readonly Letter[];
}

/** What one student has in one item. */
export interface Cell {
  /** Whether the item is asked of the student. */
  readonly asked: boolean;
  readonly excused: boolean;
  /** In hundredths, on the item's scale; null while nothing is given. */
  readonly given: Points | null;
  readonly released: boolean;
  /** Whether the student's last due date, with its grace, has passed. */
  readonly duePassed: boolean;
  /** Whether the student has a counted or held post in the forum. */
  readonly hasPosts: boolean;
}
