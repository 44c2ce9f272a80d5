/*
 * What stands in a field for a date, `2026-03-04` or `2026-03-04T23:59`, and the dates a calendar is drawn with: those are of the machine's
 * own zone, at noon, so that only their day means anything.
 */

/** The day in a field; null where none stands there. */
export function dayIn(value: string): Date | null {
  const match = /^(\d{4})-(\d{2})-(\d{2})/.exec(value);
  return match === null ? null : new Date(Number(match[1]), Number(match[2]) - 1, Number(match[3]), 12);
}

/** A day as fields write it. */
export const asTyped = (day: Date): string =>
  [day.getFullYear(), day.getMonth() + 1, day.getDate()]
    .map((part, index) => String(part).padStart(index === 0 ? 4 : 2, '0'))
    .join('-');

/** The time of day a date gets that is chosen where none stood: the end of the day. */
export const END_OF_DAY = '23:59';

/** The day and the time of day of what stands in a field; what is missing is empty. */
export function partsOf(value: string): { readonly day: string; readonly time: string } {
  const [day = '', ...time] = value.split('T');
  return { day, time: time.join('T') };
}

/** What stands in a field of a day and a time of day; empty where neither is there. */
export function joined(day: string, time: string): string {
  return day === '' && time === '' ? '' : `${day}T${time}`;
}

/** What stands in the field once a day is chosen; the time of day stays. */
export const withDay = (value: string, day: Date, withTime: boolean): string =>
  withTime ? joined(asTyped(day), partsOf(value).time || END_OF_DAY) : asTyped(day);
