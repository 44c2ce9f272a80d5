import type { Schedule } from '../course/forum';
import type { Id } from '../course/id';
import { addDays, mondayOf, type CalendarDay } from '../time/calendarDay';
import { toWallClock } from '../time/wallClock';

/** A forum as far as its place in the plan and its due dates go. */
export interface PlacedForum {
  readonly unitId: Id | null;
  readonly schedule: Pick<Schedule, 'initialDue' | 'repliesDue'>;
}

/**
 * The unit that a forum of one week most likely belongs in: where most forums due in that week stand; else, where there is one unit for
 * each week with classes, that week's; else the first empty unit after those due before, or the last of these.
 *
 * @param monday of the week, `2026-03-02`
 * @param units in their order
 * @param weeks Mondays of the weeks with classes, in order
 * @returns null where the course has no units
 * @example unitOfWeek('2026-02-09', ['week1', 'week2'], [], ['2026-02-02', '2026-02-09'], 'Europe/Lisbon') // 'week2'
 */
export function unitOfWeek(
  monday: CalendarDay,
  units: readonly Id[],
  forums: readonly PlacedForum[],
  weeks: readonly CalendarDay[],
  zone: string,
): Id | null {
  const dueWeeks = ({ schedule }: PlacedForum) =>
    [schedule.initialDue, schedule.repliesDue]
      .filter((at) => at !== null)
      .map((at) => mondayOf(toWallClock(at, zone).slice(0, 10)));
  const here = units.map(
    (unit) => forums.filter((forum) => forum.unitId === unit && dueWeeks(forum).includes(monday)).length,
  );
  const most = Math.max(0, ...here);
  if (most > 0) return units[here.indexOf(most)]!;
  const week = weeks.indexOf(monday);
  if (units.length === weeks.length && week >= 0) return units[week]!;
  const isEmpty = (unit: Id) => !forums.some(({ unitId }) => unitId === unit);
  const before = units.findLastIndex((unit) =>
    forums.some((forum) => forum.unitId === unit && dueWeeks(forum).some((due) => due < monday)),
  );
  const next = units[before + 1];
  return next !== undefined && isEmpty(next) ? next : (units[before] ?? units[0] ?? null);
}

/** The Mondays of the weeks of a term that have classes. */
export function classWeeks(
  term: { readonly firstDay: CalendarDay; readonly lastDay: CalendarDay },
  freeWeeks: readonly CalendarDay[],
): CalendarDay[] {
  const weeks: CalendarDay[] = [];
  for (let monday = mondayOf(term.firstDay); monday <= term.lastDay; monday = addDays(monday, 7))
    if (!freeWeeks.includes(monday)) weeks.push(monday);
  return weeks;
}
