import type { Lateness } from '../course/evaluation';
import type { Slot } from '../participation/slot';
import { divideRounded, WHOLE, type Percent, type Points } from '../course/points';

/**
 * What lateness takes from one slot's share: nothing, p percent a day up to c percent, or all of it. (rules §6, step 2)
 *
 * @param days whole days late
 * @returns hundredths of a percent
 * @example latePercent({ kind: 'perDay', percent: 1000, atMost: 5000 }, 2) // 2000
 */
export function latePercent(lateness: Lateness, days: number): Percent {
  if (days <= 0 || lateness.kind === 'none') return 0;
  return lateness.kind === 'noCredit' ? WHOLE : Math.min(days * lateness.percent, lateness.atMost, WHOLE);
}

/** A part's value after lateness, and what was late. */
export interface Lessened {
  readonly points: Points;
  readonly late: readonly { readonly slot: Slot; readonly percent: Percent }[];
}

/**
 * Step 2: each slot of the basis carries an equal share of the part's maximum; a late one takes its percentage of its
 * share away. In judged parts a short post that stands for a slot is as late as its creation. Exact, rounded once, and
 * never below `floor`. (rules §6)
 *
 * @param value the part's value from step 1
 * @param floor the least that is left: 0, or a completion part's value without its late slots
 */
export function lessen(
  lateness: Lateness,
  value: Points,
  maximum: Points,
  slots: readonly Slot[],
  judged: boolean,
  floor: Points,
): Lessened {
  const late: { slot: Slot; percent: Percent }[] = [];
  let percents = 0;
  for (const slot of slots) {
    if (slot.state !== 'metLate' && !(judged && slot.state === 'short')) continue;
    const percent = latePercent(lateness, slot.daysLate);
    if (percent === 0) continue;
    percents += percent;
    late.push({ slot, percent });
  }
  if (percents === 0) return { points: value, late };
  const whole = slots.length * WHOLE;
  const points = divideRounded(value * whole - maximum * percents, whole);
  return { points: Math.max(points, Math.min(floor, value), 0), late };
}
