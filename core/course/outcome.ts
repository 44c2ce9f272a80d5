import type { Id } from './id';

/** A learning outcome of a course: the short code by which criteria name it, and what it says. (rules §11) */
export interface Outcome {
  readonly id: Id;
  readonly code: string;
  readonly text: string;
}

/** A code has so many characters at most. */
export const LONGEST_CODE = 30;

/** So many outcomes stand in the list of a course at most. */
export const MOST_OUTCOMES = 200;
