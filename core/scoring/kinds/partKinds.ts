import type { Part } from '../../course/evaluation';
import type { Forum } from '../../course/forum';
import { requiredOf } from './basis';
import { checklist, type ChecklistDecision } from './checklist';
import { completion } from './completion';
import { direct, type DirectDecision } from './direct';
import { levels, type LevelsDecision } from './levels';
import type { DecisionProblem, PartContext, PartFault, PartKind, PartValue } from './partKind';
import { perPost, type PerPostDecision } from './perPost';
import { ratings } from './ratings';
import { rubric, type RubricDecision } from './rubric';

/** Every kind of part, by its name, in the order in which they are offered. (rules §6) */
export const partKinds = {
  direct,
  rubric,
  checklist,
  levels,
  perPost,
  completion,
  ratings,
} satisfies { readonly [K in Part['kind']]: PartKind<Extract<Part, { kind: K }>> };

/** What the evaluator has decided about one part; each kind reads its own field. */
export type PartDecision = DirectDecision &
  RubricDecision &
  ChecklistDecision &
  LevelsDecision &
  PerPostDecision;

/** The kind of a part, ready to be asked about any part of that kind. */
export function kindOf(part: Part): PartKind<Part, PartDecision> {
  return partKinds[part.kind] as unknown as PartKind<Part, PartDecision>;
}

/** What of a forum's plan keeps a part from working: reviews that nobody writes, and what its kind finds. (rules §6, §8, §9) */
export function faultsOf(part: Part, forum: Forum): readonly PartFault[] {
  const own = kindOf(part).faults(part, forum);
  const isOfNothing = part.basis === 'reviews' && requiredOf('reviews', forum) === 0;
  return isOfNothing ? ['reviewsPartWithoutReviews', ...own] : own;
}

/** Step 1: the value of a part. (rules §6) */
export function valueOf(context: PartContext<Part, PartDecision>): PartValue {
  return kindOf(context.part).value(context);
}

/** Why a decision about a part cannot be kept; null where it can. */
export function decisionProblem(part: Part, decision: PartDecision): DecisionProblem | null {
  return kindOf(part).problem(part, decision);
}
