import type { Basis, Part } from '../../course/evaluation';
import type { Forum } from '../../course/forum';
import type { Id } from '../../course/id';
import type { Post } from '../../course/post';
import type { Slot } from '../../participation/slot';
import type { Instant } from '../../time/instant';
import type { ExplanationLine } from './explanation';
import type { Points } from '../../course/points';

/** What was decided about one criterion of a rubric. */
export interface CriterionDecision {
  readonly levelId: Id | null;
  /** Given in place of the level's points, where the rubric allows any number; in hundredths. */
  readonly points?: Points | null;
  /** Read by the student with the score. */
  readonly comment?: string;
}

/** What the evaluator has decided about one part; each kind reads its own field. */
export interface PartDecision {
  /** direct: the number given, in hundredths; null while nothing is given. */
  readonly points?: Points | null;
  /** rubric: by criterion. */
  readonly criteria?: Readonly<Record<Id, CriterionDecision>>;
  /** checklist: the items that were ticked or unticked by hand. */
  readonly items?: Readonly<Record<Id, boolean>>;
  /** levels: the one chosen. */
  readonly levelId?: Id | null;
  /** per post: what each post was given, in hundredths, or that it is left out. */
  readonly posts?: Readonly<Record<Id, Points | 'leftOut'>>;
}

/** What a kind may look at to value a part. */
export interface PartContext<P extends Part = Part> {
  readonly part: P;
  readonly forum: Forum;
  /** Every slot of the student. */
  readonly allSlots: readonly Slot[];
  /** The slots and counted posts of the part's basis. */
  readonly slots: readonly Slot[];
  readonly posts: readonly Post[];
  /** The counted posts of another basis. */
  readonly postsOf: (basis: Basis) => readonly Post[];
  readonly decision: PartDecision;
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

/**
 * A way of valuing a part. To add one: a member of `Part` in core/course/evaluation.ts, a file here, a row in
 * partKinds.ts. (rules §6)
 */
export interface PartKind<P extends Part = Part> {
  /** Judged by a person: then a short post's lateness takes its share too. All but completion. */
  readonly judged: boolean;
  value(context: PartContext<P>): PartValue;
  /** The value without the late slots, which lateness never takes a part below; null where there is none. */
  withoutLate(context: PartContext<P>): Points | null;
  /** Why a decision cannot be kept; null where it can. */
  problem(part: P, decision: PartDecision): DecisionProblem | null;
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
