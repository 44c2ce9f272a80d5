import type { Id } from '../course/id';
import type { SlotKind } from '../course/slotKind';
import type { Instant } from '../time/instant';

/**
 * How a required post stands: met on time, met late, there but too short, held, still open, or missed. (rules §5)
 */
export type SlotState = 'met' | 'metLate' | 'short' | 'pending' | 'open' | 'missed';

/** One required post, or review, and what fills it. Instants in UTC ms. */
export interface Slot {
  readonly kind: SlotKind;
  /** 1, 2, 3 ... within its kind. */
  readonly number: number;
  readonly state: SlotState;
  /** Only with `open`: the due date has passed. */
  readonly overdue: boolean;
  readonly due: Instant | null;
  /** The post that fills it or stands for it. */
  readonly postId: Id | null;
  /** Of a review that was sent: its assignment; absent of everything else. */
  readonly assignmentId?: Id;
  readonly questionId: Id | null;
  /** When it was met; null unless met or metLate. */
  readonly metAt: Instant | null;
  /** Whole days late: of a late slot from when it was met, of a short post from its creation; else 0. */
  readonly daysLate: number;
}

/** Whether a slot was made, on time or late. (rules §5) */
export function isMade(slot: Pick<Slot, 'state'>): boolean {
  return slot.state === 'met' || slot.state === 'metLate';
}

/** Whether a required post has a due date and is not made yet, on time or late. (rules §5) */
export function isOwed(slot: Pick<Slot, 'state' | 'due'>): boolean {
  return slot.due !== null && !isMade(slot);
}
