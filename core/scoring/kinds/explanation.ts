import type { Id } from '../../course/id';
import type { Points } from '../../course/points';

/** What a part comes to; each kind gives lines of its own. (rules §6, step 1) */
export type ValueCode =
  | 'given'
  | 'notYetGiven'
  | 'criterion'
  | 'ticked'
  | 'notTicked'
  | 'level'
  | 'combined'
  | 'noPosts'
  | 'ratings'
  | 'tooFewRatings'
  | 'completion'
  | 'completionAllOrNothing'
  | 'allWaived';

/** What a line of an explanation is about; `words/` makes a sentence of it. (rules §6) */
export type ExplanationCode =
  | ValueCode
  | 'lateness'
  | 'gateReplies'
  | 'gateWhole'
  | 'adjustment'
  | 'heldWithin'
  | 'override'
  | 'byHand'
  | 'together';

/**
 * One line of an explanation: what, how much, why, and the posts behind it. The amounts of all lines add up to the
 * score. (rules §6)
 */
export interface ExplanationLine {
  readonly code: ExplanationCode;
  readonly partId: Id | null;
  /** Points added (or, below 0, taken away), in hundredths. */
  readonly amount: Points;
  readonly params: Readonly<Record<string, string | number | boolean>>;
  readonly postIds: readonly Id[];
}

/** The sum of the lines' amounts, in hundredths of a point. */
export function sumOf(lines: readonly ExplanationLine[]): Points {
  return lines.reduce((sum, line) => sum + line.amount, 0);
}
