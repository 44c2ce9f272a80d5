import type { Slot } from '../participation/slot';
import { isLate } from '../time/dueDate';
import type { Instant, Minutes } from '../time/instant';

/** Whether an initial post on time has been made: open, shut, or not yet decided. (rules §6, step 3) */
export type GateState = 'open' | 'shut' | 'undecided';

/**
 * The state of the gate: shut when some initial slot is late, missed or overdue, or short once its due date has passed;
 * otherwise undecided while one is not met, and nothing is taken away. (rules §6, step 3)
 *
 * @param slots all slots of the student
 * @param graceMinutes grace of the forum
 */
export function gateState(slots: readonly Slot[], graceMinutes: Minutes, t: Instant): GateState {
  const initial = slots.filter((slot) => slot.kind === 'initial');
  const shuts = (slot: Slot) =>
    slot.state === 'metLate' ||
    slot.state === 'missed' ||
    (slot.state === 'open' && slot.overdue) ||
    (slot.state === 'short' && isLate(t, slot.due, graceMinutes));
  if (initial.some(shuts)) return 'shut';
  return initial.every((slot) => slot.state === 'met') ? 'open' : 'undecided';
}
