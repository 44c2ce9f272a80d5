import { Temporal } from '@js-temporal/polyfill';

/** A day of the calendar, `2026-03-04`, without a zone. */
export type CalendarDay = string;

/**
 * The day a number of days later.
 *
 * @throws RangeError when `day` is not a day of the calendar
 * @example addDays('2026-02-27', 3) // '2026-03-02'
 */
export function addDays(day: CalendarDay, days: number): CalendarDay {
  return Temporal.PlainDate.from(day).add({ days }).toString();
}

/**
 * The same day a number of months later, or the last one of a month that has none of that number.
 *
 * @throws RangeError when `day` is not a day of the calendar
 * @example addMonths('2026-08-31', 6) // '2027-02-28'
 */
export function addMonths(day: CalendarDay, months: number): CalendarDay {
  return Temporal.PlainDate.from(day).add({ months }).toString();
}

/** How many days lie between two days; negative where the second comes first. */
export function daysBetween(from: CalendarDay, to: CalendarDay): number {
  return Temporal.PlainDate.from(from).until(to, { largestUnit: 'day' }).days;
}

/**
 * The Monday of the week a day lies in.
 *
 * @example mondayOf('2026-03-04') // '2026-03-02'
 */
export function mondayOf(day: CalendarDay): CalendarDay {
  const date = Temporal.PlainDate.from(day);
  return date.subtract({ days: date.dayOfWeek - 1 }).toString();
}
