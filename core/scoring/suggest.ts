import type { Evaluation, Part } from '../course/evaluation';
import type { Forum } from '../course/forum';
import type { Id } from '../course/id';
import type { Instant } from '../time/instant';
import { postsOf, slotsOf, type Done } from './kinds/basis';
import { sumOf, type ExplanationLine } from './kinds/explanation';
import { gateState, type GateState } from './gate';
import type { PartContext } from './kinds/partKind';
import { kindOf, valueOf, type PartDecision } from './kinds/partKinds';
import { lessen } from './lateness';
import type { Points } from '../course/points';

/** What the evaluator has decided about a student's score. Points in hundredths. */
export interface Decisions {
  readonly parts: Readonly<Record<Id, PartDecision>>;
  readonly adjustment: { readonly points: Points; readonly reason: string } | null;
  readonly override: { readonly points: Points; readonly reason: string } | null;
}

/** No decision yet. */
export const NO_DECISIONS: Decisions = { parts: {}, adjustment: null, override: null };

/** What one part comes to, after lateness and gate. */
export interface SuggestedPart {
  readonly partId: Id;
  readonly value: Points;
  readonly points: Points;
  readonly incomplete: boolean;
}

/** A suggested score with its explanation. Points in hundredths. */
export interface Suggestion {
  /** The result, with an override if there is one. */
  readonly points: Points;
  /** The result without the override. */
  readonly computed: Points;
  readonly parts: readonly SuggestedPart[];
  /** Some part still waits for the evaluator and counted 0. */
  readonly incomplete: boolean;
  readonly gate: GateState;
  readonly lines: readonly ExplanationLine[];
}

/** Whether points are missing, so that a score cannot be given yet; another total in their place needs none. (rules §6) */
export const lacksPoints = (
  suggestion: Pick<Suggestion, 'incomplete'> | null,
  { override }: Pick<Decisions, 'override'>,
): boolean => suggestion === null || (suggestion.incomplete && override === null);

/** Holds points within 0 and the maximum, above it only where the forum allows. (rules §6, step 4) */
export function withinBounds(points: Points, evaluation: Evaluation): Points {
  const least = Math.max(points, 0);
  return evaluation.aboveMaximum ? least : Math.min(least, evaluation.maximum);
}

/**
 * The suggested score of a student in a forum: each part's value, less lateness, less what the gate takes, added up,
 * adjusted and held within bounds, and replaced by an override. The explanation's lines add up to the result.
 * (rules §6)
 *
 * @param participation what participationOf answered for the student at *t*
 * @param decisions what the evaluator has decided so far
 * @returns null where the forum is not evaluated or not asked of the student
 * @example suggest(forum, participation, decisions, t)?.points // 684
 */
export function suggest(
  forum: Forum,
  participation: Done,
  decisions: Decisions,
  t: Instant,
): Suggestion | null {
  const { evaluation } = forum;
  if (evaluation === null || participation.notAsked !== null) return null;
  const gate = evaluation.gate === 'none' ? 'open' : gateState(participation.slots, forum.graceMinutes, t);
  const lines: ExplanationLine[] = [];
  const parts: SuggestedPart[] = [];
  for (const part of evaluation.parts) {
    const slots = slotsOf(part.basis, participation.slots);
    const context: PartContext<Part, PartDecision> = {
      part,
      forum,
      allSlots: participation.slots,
      slots,
      posts: postsOf(part.basis, forum, participation),
      postsOf: (basis) => postsOf(basis, forum, participation),
      decision: decisions.parts[part.id] ?? {},
      t,
    };
    const value = valueOf(context);
    for (const line of value.lines) lines.push({ partId: part.id, ...line });
    const kind = kindOf(part);
    const floor = kind.withoutLate(context) ?? 0;
    const lessened = lessen(evaluation.lateness, value.points, part.maximum, slots, kind.judged, floor);
    if (lessened.points !== value.points) {
      lines.push({
        code: 'lateness',
        partId: part.id,
        amount: lessened.points - value.points,
        params: {
          late: lessened.late.length,
          of: slots.length,
          days: Math.max(...lessened.late.map(({ slot }) => slot.daysLate)),
          percent: Math.max(...lessened.late.map(({ percent }) => percent)),
        },
        postIds: [
          ...new Set(lessened.late.flatMap(({ slot }) => (slot.postId === null ? [] : [slot.postId]))),
        ],
      });
    }
    let points = lessened.points;
    if (gate === 'shut' && points !== 0 && evaluation.gate === 'replies' && part.basis === 'replies') {
      lines.push({ code: 'gateReplies', partId: part.id, amount: -points, params: {}, postIds: [] });
      points = 0;
    }
    parts.push({ partId: part.id, value: value.points, points, incomplete: value.incomplete });
  }
  let sum = sumOf(lines);
  const whole = (code: ExplanationLine['code'], amount: Points, params: ExplanationLine['params'] = {}) => {
    lines.push({ code, partId: null, amount, params, postIds: [] });
    sum += amount;
  };
  if (gate === 'shut' && evaluation.gate === 'whole' && sum !== 0) whole('gateWhole', -sum);
  const { adjustment, override } = decisions;
  if (adjustment !== null && adjustment.points !== 0) {
    whole('adjustment', adjustment.points, { reason: adjustment.reason });
  }
  const computed = withinBounds(sum, evaluation);
  if (computed !== sum) whole('heldWithin', computed - sum, { maximum: evaluation.maximum });
  if (override !== null) {
    whole('override', withinBounds(override.points, evaluation) - computed, {
      computed,
      reason: override.reason,
    });
  }
  return { points: sum, computed, parts, incomplete: parts.some((part) => part.incomplete), gate, lines };
}
