import type { Basis, Guide, GuidedPart, GuideOf, Part } from '../../course/evaluation';
import type { Forum } from '../../course/forum';
import type { Id } from '../../course/id';
import type { Points } from '../../course/points';
import type { Post } from '../../course/post';
import type { RowReader } from '../../csv/rowReader';
import type { Slot } from '../../participation/slot';
import type { Instant } from '../../time/instant';
import type { ExplanationLine } from './explanation';

/** What a kind may look at to value a part. */
export interface PartContext<P extends Part = Part, D extends object = object> {
  readonly part: P;
  readonly forum: Forum;
  /** Every slot of the student. */
  readonly allSlots: readonly Slot[];
  /** The slots and counted posts of the part's basis. */
  readonly slots: readonly Slot[];
  readonly posts: readonly Post[];
  /** The counted posts of another basis. */
  readonly postsOf: (basis: Basis) => readonly Post[];
  /** What the evaluator has decided about it. */
  readonly decision: D;
  readonly t: Instant;
}

/** One step of how a part comes to its value. */
export type ValueLine = Pick<ExplanationLine, 'code' | 'amount' | 'params' | 'postIds'>;

/** The value of a part before lateness and gate. (rules §6, step 1) */
export interface PartValue {
  /** Rounded once, in hundredths, 0 to the part's maximum. */
  readonly points: Points;
  /** Something in it that has to be given is not; then it counts 0. */
  readonly incomplete: boolean;
  /** Their amounts add up to the points. */
  readonly lines: readonly ValueLine[];
}

/** What is wrong with a decision: the field within the part, and the code and bounds to tell it by. */
export interface DecisionProblem {
  readonly field: string;
  readonly code: 'outOfRange' | 'unknown';
  readonly title: string;
  readonly least?: Points;
  readonly most?: Points;
}

/** What can be wrong with the plan of a part; all are errors but `ratingsOff`. (rules §6, §8, §9) */
export type PartFault =
  | 'reviewsPartWithoutReviews'
  | 'completionOfNothing'
  | 'sumOfNothing'
  | 'initialPartWithoutInitial'
  | 'ratingsOff'
  | 'cannotReach';

/**
 * A way of valuing a part: its rule. What else belongs to a kind, and where: CONTRIBUTING.md, "a scoring kind". (rules §6)
 *
 * @typeParam D what the evaluator decides about such a part; an empty object while nothing is
 */
export interface PartKind<P extends Part = Part, D extends object = object> {
  /** Judged by a person: then a short post's lateness takes its share too. All but completion. */
  readonly judged: boolean;
  value(context: PartContext<P, D>): PartValue;
  /** The value without the late slots, which lateness never takes a part below; null where there is none. */
  withoutLate(context: PartContext<P, D>): Points | null;
  /** Why a decision cannot be kept; null where it can. */
  problem(part: P, decision: D): DecisionProblem | null;
  /** What of the forum's plan keeps it from working, besides what is asked of every part ({@link faultsOf}). */
  faults(part: P, forum: Forum): readonly PartFault[];
  /** What of it the library can keep; null where there is nothing. */
  readonly guide: P extends GuidedPart ? GuideRule<GuideOf<P>> : null;
}

type Untitled<G> = G extends unknown ? Omit<G, 'title'> : never;

/** What belongs to a kind of guide: what it comes to, its name, and its CSV file. (docs/formats) */
export interface GuideRule<G = Guide> {
  /** What a guide of this kind is called. */
  readonly name: string;
  /** The most it comes to, in hundredths; null where that is whatever the part has. */
  most(guide: G): Points | null;
  /** The columns of its file. */
  readonly columns: readonly string[];
  /** Those by which the kind of a file is known. */
  readonly needed: readonly string[];
  /** The rows below the names of the columns. */
  readonly rows: (guide: G) => string[][];
  /** What the rows of a file say; what is wrong with them is told to the reader. */
  read(file: RowReader, newId: () => Id): Untitled<G>;
}

/** A part that waits for something to be given: it counts 0, and says how much of it is there. */
export function waiting(postIds: readonly Id[], given: number, of: number): PartValue {
  return {
    points: 0,
    incomplete: true,
    lines: [{ code: 'notYetGiven', amount: 0, params: { given, of }, postIds }],
  };
}

/** Points held within 0 and a most. */
export const within = (points: Points, most: Points): Points => Math.min(Math.max(points, 0), most);

/** The problem of points outside 0 to a most; null where they are within. */
export function outOfRange(
  field: string,
  title: string,
  points: Points | null | undefined,
  most: Points,
  least: Points = 0,
): DecisionProblem | null {
  if (points === null || points === undefined || (points >= least && points <= most)) return null;
  return { field, code: 'outOfRange', title, least, most };
}
