import { isOwed, type Slot } from './slot';

/** Why more time cannot be asked for. */
export type NoMoreTime = 'nothingDue' | 'asked';

/**
 * Why a student may not ask for more time in a forum; null where they may: something that is required of them by a date is not made yet,
 * and nothing they asked still waits for an answer. (docs/rules §2)
 *
 * @param slots the student's required posts in the forum
 * @param waits whether something the student asked has no answer yet
 * @example whyNoMoreTime([{ state: 'open', due: at('03-04 23:59') }], false) // null
 */
export function whyNoMoreTime(
  slots: readonly Pick<Slot, 'state' | 'due'>[],
  waits: boolean,
): NoMoreTime | null {
  if (waits) return 'asked';
  return slots.some(isOwed) ? null : 'nothingDue';
}
