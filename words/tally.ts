import type { Slot } from '../core/participation/slot';
import { plural } from './numbers';
import { requirementName } from './requirements';

type Mark = Pick<Slot, 'kind' | 'number' | 'state' | 'daysLate'> & { readonly overdue?: boolean };

/** "initial post", "reply 2": a required post by name; the number only where there are several of the kind. */
export function slotName(mark: Pick<Slot, 'kind' | 'number'>, of: number): string {
  return of > 1 ? `${requirementName(mark.kind)} ${mark.number}` : requirementName(mark.kind);
}

function stateWords(mark: Mark): string {
  switch (mark.state) {
    case 'met':
      return 'done';
    case 'metLate':
      return `done, ${plural(mark.daysLate, 'day')} late`;
    case 'short':
      return 'too short';
    case 'pending':
      return 'waiting for approval';
    case 'open':
      return mark.overdue ? 'overdue' : 'open';
    case 'missed':
      return 'missed';
  }
}

/** The text equivalent of a Tally: "Initial post: done. Reply 1: open." */
export function tallyWords(slots: readonly Mark[]): string {
  const of = (kind: Slot['kind']) => slots.filter((slot) => slot.kind === kind).length;
  return slots
    .map((mark) => `${slotName(mark, of(mark.kind))}: ${stateWords(mark)}`)
    .map((text) => text[0]!.toUpperCase() + text.slice(1))
    .join('. ');
}
