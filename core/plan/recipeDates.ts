import type { DateName, Schedule } from '../course/forum';
import { addDays, daysBetween, mondayOf } from '../time/calendarDay';
import { fromWallClock, toWallClock } from '../time/wallClock';
import type { Instant } from '../time/instant';

/** A date of a recipe: days after the Monday it starts from, and a time of day. */
export interface RecipeDate {
  readonly day: number;
  /** `23:59` */
  readonly time: string;
}
/** The six dates of a recipe; null is no limit. */
export type RecipeDates = Record<DateName, RecipeDate | null>;

/**
 * The dates of a forum as a recipe keeps them: counted from the Monday of the week of its first due date, else of its
 * earliest date.
 */
export function toRecipeDates(schedule: Schedule, zone: string): RecipeDates {
  const known = Object.values(schedule).filter((at): at is Instant => at !== null);
  const anchor = schedule.initialDue ?? schedule.repliesDue ?? (known.length > 0 ? Math.min(...known) : null);
  const monday = anchor === null ? null : mondayOf(toWallClock(anchor, zone).slice(0, 10));
  const dates = Object.entries(schedule).map(([name, at]) => {
    if (at === null || monday === null) return [name, null];
    const [day, time] = toWallClock(at as Instant, zone).split('T') as [string, string];
    return [name, { day: daysBetween(monday, day), time }];
  });
  return Object.fromEntries(dates) as RecipeDates;
}

/**
 * The dates of a forum that is started from a recipe in the week of a Monday.
 *
 * @param monday `2026-03-02`
 * @example fromRecipeDates(dates, '2026-03-02', 'Europe/Lisbon').initialDue
 */
export function fromRecipeDates(dates: RecipeDates, monday: string, zone: string): Schedule {
  const schedule = Object.entries(dates).map(([name, date]) => {
    if (date === null) return [name, null];
    return [name, fromWallClock(`${addDays(monday, date.day)}T${date.time}`, zone)];
  });
  return Object.fromEntries(schedule) as unknown as Schedule;
}
