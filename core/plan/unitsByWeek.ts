import { addDays, mondayOf, type CalendarDay } from '../time/calendarDay';

/**
 * Names for one unit a week of a term, counted as `weekOfTerm` does, without the weeks that have no classes.
 *
 * @param firstDay first day of the term
 * @param lastDay last day of the term
 * @param freeWeeks Mondays of weeks without classes
 * @example unitsByWeek('2026-02-02', '2026-02-22', ['2026-02-09']) // ['Week 1', 'Week 3']
 */
export function unitsByWeek(
  firstDay: CalendarDay,
  lastDay: CalendarDay,
  freeWeeks: readonly CalendarDay[],
): string[] {
  const names: string[] = [];
  let week = 1;
  for (let day = firstDay; day <= lastDay; day = addDays(day, 7), week += 1)
    if (!freeWeeks.includes(mondayOf(day))) names.push(`Week ${week}`);
  return names;
}
