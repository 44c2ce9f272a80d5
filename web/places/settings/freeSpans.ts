import type { FreeDay } from '../../../core/plan/classDays';
import { addDays, type CalendarDay } from '../../../core/time/calendarDay';
import { dayWords, shortDay } from '../../../words/dates';

const noon = (day: CalendarDay) => Date.parse(`${day}T12:00Z`);

/** "16 Feb" */
export const dayName = (day: CalendarDay): string => shortDay(noon(day), 'UTC');

/** "Fri 3 Apr", or "Mon 16 Feb to Fri 20 Feb". */
export const spanName = (from: CalendarDay, to: CalendarDay): string => {
  const name = (day: CalendarDay) => dayWords(noon(day), 'UTC', noon(from));
  return from === to ? name(from) : `${name(from)} to ${name(to)}`;
};

/** Days without those of a span. */
export const withoutDays = (days: readonly FreeDay[], from: CalendarDay, to: CalendarDay): FreeDay[] =>
  days.filter(({ day }) => day < from || day > to);

/** Days with those of a span under its name; one that has a name keeps it where the span has none. */
export function withDays(
  days: readonly FreeDay[],
  from: CalendarDay,
  to: CalendarDay,
  title: string,
): FreeDay[] {
  const known = new Map(days.map((each) => [each.day, each.title]));
  for (let day = from; day <= to; day = addDays(day, 1)) known.set(day, title || (known.get(day) ?? ''));
  return [...known].map(([day, name]) => ({ day, title: name })).sort((a, b) => (a.day < b.day ? -1 : 1));
}
