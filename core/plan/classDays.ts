import { DATE_NAMES, type DateName, type Schedule } from '../course/forum';
import { addDays, mondayOf, type CalendarDay } from '../time/calendarDay';
import { fromWallClock, toWallClock } from '../time/wallClock';
import type { Instant } from '../time/instant';

/** A day without classes, and what it is called: "Good Friday". (rules §10) */
export interface FreeDay {
  readonly day: CalendarDay;
  /** Empty where nobody gave it a name. */
  readonly title: string;
}

/** Days without classes that follow one another under one name. */
export interface FreeSpan {
  readonly from: CalendarDay;
  readonly to: CalendarDay;
  readonly title: string;
}

/** Days as spans, in order. */
export function inSpans(days: readonly FreeDay[]): FreeSpan[] {
  const spans: FreeSpan[] = [];
  for (const { day, title } of [...days].sort((a, b) => (a.day < b.day ? -1 : 1))) {
    const last = spans.at(-1);
    if (last && last.title === title && addDays(last.to, 1) === day)
      spans[spans.length - 1] = { ...last, to: day };
    else spans.push({ from: day, to: day, title });
  }
  return spans;
}

/** Days without classes by the day, with what each is called. */
export const freeDaysBy = (days: readonly FreeDay[]): ReadonlyMap<CalendarDay, string> =>
  new Map(days.map(({ day, title }) => [day, title]));

/** Monday to Friday of a week, by its Monday. */
const schoolDays = (monday: CalendarDay) => [0, 1, 2, 3, 4].map((days) => addDays(monday, days));

/**
 * The Mondays of weeks without classes: those of which every day from Monday to Friday is without. (rules §10)
 *
 * @example freeWeeksOf(days) // ['2026-02-16']
 */
export function freeWeeksOf(days: readonly Pick<FreeDay, 'day'>[]): CalendarDay[] {
  const free = new Set(days.map(({ day }) => day));
  const mondays = [...new Set([...free].map(mondayOf))].sort();
  return mondays.filter((monday) => schoolDays(monday).every((day) => free.has(day)));
}

/** Whether classes are held on a day: Monday to Friday, and not one without. (rules §10) */
export function isClassDay(day: CalendarDay, free: ReadonlyMap<CalendarDay, string>): boolean {
  return !free.has(day) && schoolDays(mondayOf(day)).includes(day);
}

/** Nobody goes on holiday for longer, days. */
const LONGEST = 400;

/**
 * The next day with classes after a day. (rules §10)
 *
 * @returns null where there is none within 400 days
 */
export function nextClassDay(day: CalendarDay, free: ReadonlyMap<CalendarDay, string>): CalendarDay | null {
  let next = day;
  for (let n = 0; n < LONGEST; n++) {
    next = addDays(next, 1);
    if (isClassDay(next, free)) return next;
  }
  return null;
}

/** What a day without classes is called that an instant falls on; null where it falls on none. (rules §10) */
export function freeDayAt(at: Instant, zone: string, free: ReadonlyMap<CalendarDay, string>): string | null {
  return free.size === 0 ? null : (free.get(toWallClock(at, zone).slice(0, 10)) ?? null);
}

/**
 * An instant that falls on a day without classes, moved to the next day with classes at the same time of day; every other as it is.
 * (rules §10)
 *
 * @example toClassDay(at, 'Europe/Lisbon', freeDaysBy(course.freeDays))
 */
export function toClassDay(at: Instant, zone: string, free: ReadonlyMap<CalendarDay, string>): Instant {
  if (free.size === 0) return at;
  const [day, time] = toWallClock(at, zone).split('T') as [string, string];
  if (!free.has(day)) return at;
  const next = nextClassDay(day, free);
  return next === null ? at : fromWallClock(`${next}T${time}`, zone);
}

/** The dates of a schedule that fall on days without classes, with what each day is called. (rules §10) */
export function onFreeDays(
  schedule: Schedule,
  zone: string,
  free: ReadonlyMap<CalendarDay, string>,
): { readonly name: DateName; readonly at: Instant; readonly freeDay: string }[] {
  return DATE_NAMES.flatMap((name) => {
    const at = schedule[name];
    const freeDay = at === null ? null : freeDayAt(at, zone, free);
    return freeDay === null ? [] : [{ name, at: at!, freeDay }];
  });
}
