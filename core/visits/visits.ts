import type { CalendarDay } from '../time/calendarDay';
import { MINUTE, type Instant } from '../time/instant';

/** So long after the beginning of a visit another begins. (rules §11) */
export const VISITS_APART = 30 * MINUTE;

/** The visits of a student to a forum that began on one day of the course’s zone. (rules §11) */
export interface VisitDay {
  readonly day: CalendarDay;
  readonly visits: number;
  /** When the first and the last of them began, UTC ms. */
  readonly first: Instant;
  readonly last: Instant;
}

/** The visits of a student to a forum in all. */
export type Visits = Omit<VisitDay, 'day'>;

/**
 * Whether a visit begins where a student opens a forum at *t*: their last visit there began 30 minutes ago or more, or never. (rules §11)
 *
 * @param last when the last visit began, UTC ms; null: there was none
 * @example beginsVisit(at10, at10 + 20 * MINUTE) // false
 */
export function beginsVisit(last: Instant | null, t: Instant): boolean {
  return last === null || t - last >= VISITS_APART;
}

/** How often a student opened a forum, and when first and last; null where they never did. (rules §11) */
export function visitsInAll(days: readonly VisitDay[]): Visits | null {
  if (days.length === 0) return null;
  return {
    visits: days.reduce((sum, { visits }) => sum + visits, 0),
    first: Math.min(...days.map(({ first }) => first)),
    last: Math.max(...days.map(({ last }) => last)),
  };
}

/** A day of visits with one more that began at *t*. */
export function withVisit(day: CalendarDay, before: VisitDay | null, t: Instant): VisitDay {
  return before === null
    ? { day, visits: 1, first: t, last: t }
    : { ...before, visits: before.visits + 1, last: t };
}
