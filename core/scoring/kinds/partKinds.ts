import type { Part } from '../../course/evaluation';
import { checklist } from './checklist';
import { completion } from './completion';
import { direct } from './direct';
import { levels } from './levels';
import type { DecisionProblem, PartContext, PartDecision, PartKind, PartValue } from './partKind';
import { perPost } from './perPost';
import { ratings } from './ratings';
import { rubric } from './rubric';

/** Every kind of part, by its name. (rules §6) */
const partKinds: { readonly [K in Part['kind']]: PartKind<Extract<Part, { kind: K }>> } = {
  direct,
  rubric,
  checklist,
  levels,
  perPost,
  completion,
  ratings,
};

/** The kind of a part, ready to be asked about any part of that kind. */
export function kindOf(part: Part): PartKind {
  return partKinds[part.kind] as unknown as PartKind;
}

/** Step 1: the value of a part. (rules §6) */
export function valueOf(context: PartContext): PartValue {
  return kindOf(context.part).value(context);
}

/** Why a decision about a part cannot be kept; null where it can. */
export function decisionProblem(part: Part, decision: PartDecision): DecisionProblem | null {
  return kindOf(part).problem(part, decision);
}
