import { daysBetween, type CalendarDay } from './calendarDay';

/**
 * Which week of a term a day lies in, the first being 1; a week begins on the weekday the term begins on.
 *
 * @returns null outside the term
 * @example weekOfTerm('2026-02-09', { firstDay: '2026-02-02', lastDay: '2026-05-29' }) // 2
 */
export function weekOfTerm(
  day: CalendarDay,
  { firstDay, lastDay }: { readonly firstDay: CalendarDay; readonly lastDay: CalendarDay },
): number | null {
  if (day < firstDay || day > lastDay) return null;
  return Math.floor(daysBetween(firstDay, day) / 7) + 1;
}
