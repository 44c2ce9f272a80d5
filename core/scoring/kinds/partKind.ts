import type { Forum, Part } from '../../course/forum';
import type { Post } from '../../course/post';
import type { Slot } from '../../participation/slot';
import type { ExplanationLine } from '../explanation';
import type { Points } from '../points';

/** What the evaluator has decided about one part; each kind reads its own field. */
export interface PartDecision {
  /** direct: the number given, in hundredths; null while nothing is given. */
  readonly points?: Points | null;
}

/** What a kind may look at to value a part. */
export interface PartContext<P extends Part = Part> {
  readonly part: P;
  readonly forum: Forum;
  /** The slots and counted posts of the part's basis. */
  readonly slots: readonly Slot[];
  readonly posts: readonly Post[];
  readonly decision: PartDecision;
}

/** The value of a part before lateness and gate. (rules §6, step 1) */
export interface PartValue {
  /** Rounded once, in hundredths, 0 to the part's maximum. */
  readonly points: Points;
  /** Something in it that has to be given is not. */
  readonly incomplete: boolean;
  readonly line: Pick<ExplanationLine, 'code' | 'params' | 'postIds'>;
}

/**
 * A way of valuing a part. To add one: a member of `Part` in core/course/forum.ts, a file here, a row in
 * partKinds.ts. (rules §6)
 */
export interface PartKind<P extends Part = Part> {
  /** Judged by a person: then a short post's lateness takes its share too. All but completion. */
  readonly judged: boolean;
  value(context: PartContext<P>): PartValue;
  /** The value without the late slots, which lateness never takes a part below; null where there is none. */
  withoutLate(context: PartContext<P>): Points | null;
}
