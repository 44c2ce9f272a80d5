import type { ChecklistItem, ChecklistPart, GuideOf } from '../../course/evaluation';
import type { Id } from '../../course/id';
import { decimal } from '../../course/points';
import { SLOT_KINDS, type SlotKind } from '../../course/slotKind';
import { isMade, type Slot } from '../../participation/slot';
import type { DecisionProblem, GuideRule, PartKind, PartValue } from './partKind';

/** The items that were ticked or unticked by hand. */
export interface ChecklistDecision {
  readonly items?: Readonly<Record<Id, boolean>>;
}

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
export function isTicked(item: ChecklistItem, slots: readonly Slot[], { items }: ChecklistDecision): boolean {
  return items?.[item.id] ?? ticksItself(item, slots) ?? false;
}

const SLOT = new RegExp(`^(${SLOT_KINDS.join('|')}) ([1-9]\\d?|100)$`);

const guide: GuideRule<GuideOf<ChecklistPart>> = {
  name: 'checklist',
  most: ({ items }) => items.reduce((sum, { points }) => sum + points, 0),
  columns: ['item', 'points', 'required post'],
  needed: ['item', 'points'],
  rows: ({ items }) =>
    items.map(({ title, points, slot }) => [
      title,
      decimal(points),
      slot === null ? '' : `${slot.kind} ${slot.number}`,
    ]),
  read: (file, newId) => ({
    kind: 'checklist',
    items: file.rows.map((row) => {
      const typed = file.text(row, 'required post').toLowerCase();
      const slot = SLOT.exec(typed);
      if (typed !== '' && !slot)
        file.wrong(
          row,
          'A required post is written as "initial 1", "attachment 1", "reply 2", "review 1" or "post 3".',
        );
      return {
        id: newId(),
        title: file.named(row, 'item', 200),
        points: file.amount(row, 'points', 100_000),
        slot: slot ? { kind: slot[1] as SlotKind, number: Number(slot[2]) } : null,
      };
    }),
  }),
};

/** The sum of the ticked items' points. Unticked is a decision too, so it is never incomplete. (rules §6) */
export const checklist: PartKind<ChecklistPart, ChecklistDecision> = {
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
  faults: (part) => (guide.most(part) === part.maximum ? [] : ['cannotReach']),
  guide,
};
