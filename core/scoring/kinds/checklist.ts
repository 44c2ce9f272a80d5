import type { ChecklistItem, ChecklistPart } from '../../course/evaluation';
import { isMade, type Slot } from '../../participation/slot';
import type { DecisionProblem, PartDecision, PartKind, PartValue } from './partKind';

/**
 * Whether an item ticks itself: its required post is met, on time or late, or the student does not have it. null where it is
 * tied to none. (rules §6)
 */
export function ticksItself(item: ChecklistItem, slots: readonly Slot[]): boolean | null {
  if (item.slot === null) return null;
  const { kind, number } = item.slot;
  const slot = slots.find((each) => each.kind === kind && each.number === number);
  return slot === undefined || isMade(slot);
}

/** Whether an item is ticked; what the evaluator says overrules what it does itself. (rules §6) */
export function isTicked(item: ChecklistItem, slots: readonly Slot[], { items }: PartDecision): boolean {
  return items?.[item.id] ?? ticksItself(item, slots) ?? false;
}

/** The sum of the ticked items' points. Unticked is a decision too, so it is never incomplete. (rules §6) */
export const checklist: PartKind<ChecklistPart> = {
  judged: true,
  value({ part, allSlots, posts, decision }): PartValue {
    const lines = part.items.map((item) => {
      const ticked = isTicked(item, allSlots, decision);
      const slot = item.slot;
      const tied =
        slot && allSlots.find((each) => each.kind === slot.kind && each.number === slot.number)?.postId;
      return {
        code: ticked ? ('ticked' as const) : ('notTicked' as const),
        amount: ticked ? item.points : 0,
        params: { title: item.title, of: item.points },
        postIds: slot === null ? posts.map(({ id }) => id) : tied ? [tied] : [],
      };
    });
    return { points: lines.reduce((sum, { amount }) => sum + amount, 0), incomplete: false, lines };
  },
  withoutLate: () => null,
  problem(part, { items = {} }): DecisionProblem | null {
    const unknown = Object.keys(items).find((id) => !part.items.some((item) => item.id === id));
    return unknown === undefined ? null : { field: `items.${unknown}`, code: 'unknown', title: part.title };
  },
};
