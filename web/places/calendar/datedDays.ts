import type { CalendarEntry } from '../../../contract/calendar';
import { mondayOf, type CalendarDay } from '../../../core/time/calendarDay';
import { toWallClock } from '../../../core/time/wallClock';

/** The dates of one day. */
export interface DatedDay {
  readonly day: CalendarDay;
  readonly entries: readonly CalendarEntry[];
}

/** The day an instant lies in, in the zone of a course. */
export const dayOf = (at: number, zone: string): CalendarDay => toWallClock(at, zone).slice(0, 10);

/** Dates by day, each in the zone of its own course, in order. */
export function datedDays(entries: readonly CalendarEntry[]): DatedDay[] {
  const days = new Map<CalendarDay, CalendarEntry[]>();
  for (const entry of entries) {
    const day = dayOf(entry.at, entry.course.zone);
    const of = days.get(day);
    if (of) of.push(entry);
    else days.set(day, [entry]);
  }
  return [...days]
    .map(([day, of]) => ({ day, entries: of }))
    .sort((one, other) => (one.day < other.day ? -1 : 1));
}

/** Days by week, each week by its Monday. */
export function datedWeeks(days: readonly DatedDay[]): { monday: CalendarDay; days: DatedDay[] }[] {
  const weeks = new Map<CalendarDay, DatedDay[]>();
  for (const each of days) {
    const monday = mondayOf(each.day);
    const of = weeks.get(monday);
    if (of) of.push(each);
    else weeks.set(monday, [each]);
  }
  return [...weeks].map(([monday, of]) => ({ monday, days: of }));
}
