import { DATE_NAMES, type DateName, type Schedule } from '../course/forum';
import { addDays, daysBetween, mondayOf } from '../time/calendarDay';
import { fromWallClock, toWallClock } from '../time/wallClock';
import type { Instant } from '../time/instant';

/** A date of a recipe: days after the Monday it starts from, and a time of day. */
export interface RecipeDate {
  readonly day: number;
  /** `23:59` */
  readonly time: string;
}
/** The dates of a recipe; null is no limit. */
export type RecipeDates = Record<DateName, RecipeDate | null> & {
  /** The moment at which it is decided who reviews whom; left out or null: none of its own. */
  readonly pairAt?: RecipeDate | null;
};

/**
 * The dates of a forum as a recipe keeps them: counted from the Monday of the week of its first due date, else of its
 * earliest date.
 *
 * @param pairAt the moment at which it is decided who reviews whom, where the forum has one of its own
 */
export function toRecipeDates(schedule: Schedule, zone: string, pairAt: Instant | null = null): RecipeDates {
  const known = Object.values(schedule).filter((at): at is Instant => at !== null);
  const anchor = schedule.initialDue ?? schedule.repliesDue ?? (known.length > 0 ? Math.min(...known) : null);
  const monday = anchor === null ? null : mondayOf(toWallClock(anchor, zone).slice(0, 10));
  const kept = (at: Instant | null): RecipeDate | null => {
    if (at === null || monday === null) return null;
    const [day, time] = toWallClock(at, zone).split('T') as [string, string];
    return { day: daysBetween(monday, day), time };
  };
  const dates = DATE_NAMES.map((name) => [name, kept(schedule[name])]);
  return { ...Object.fromEntries(dates), ...(pairAt !== null && { pairAt: kept(pairAt) }) } as RecipeDates;
}

/**
 * The dates of a forum that is started from a recipe in the week of a Monday.
 *
 * @param monday `2026-03-02`
 * @example fromRecipeDates(dates, '2026-03-02', 'Europe/Lisbon').initialDue
 */
export function fromRecipeDates(dates: RecipeDates, monday: string, zone: string): Schedule {
  const schedule = DATE_NAMES.map((name) => [name, inWeekOf(dates[name], monday, zone)]);
  return Object.fromEntries(schedule) as unknown as Schedule;
}

/**
 * A date of a recipe in the week of a Monday; null where there is none.
 *
 * @example inWeekOf({ day: 2, time: '23:59' }, '2026-03-02', 'Europe/Lisbon') // 4 March, 23:59
 */
export function inWeekOf(date: RecipeDate | null | undefined, monday: string, zone: string): Instant | null {
  return date ? fromWallClock(`${addDays(monday, date.day)}T${date.time}`, zone) : null;
}
