import type { Id } from '../course/id';
import type { Instant } from '../time/instant';
import { startsAt } from '../time/minute';

/** The dates of a forum that stand in a calendar, in the order of a forum's life. (rules §10) */
export const CALENDAR_DATES = [
  'postingFrom',
  'initialDue',
  'repliesDue',
  'reviewsDue',
  'postingUntil',
  'lookAgainUntil',
] as const;
export type CalendarDate = (typeof CALENDAR_DATES)[number];

/** A date of a forum in somebody's calendar. (rules §10) */
export interface CalendarEntry {
  readonly forumId: Id;
  readonly date: CalendarDate;
  /** The minute it is, without grace, UTC ms. */
  readonly at: Instant;
  /** Which own terms it comes from, and of how many students; null: it is the forum's, or the student's own. */
  readonly own: { readonly id: Id; readonly students: number } | null;
}

/** What a calendar knows an entry by, whatever becomes of it: the forum, the date, and which own terms. (rules §10) */
export function entryKey({ forumId, date, own }: Pick<CalendarEntry, 'forumId' | 'date' | 'own'>): string {
  return [forumId, date, ...(own === null ? [] : [own.id])].join('.');
}

/** By time, then in the order of a forum's life. */
export function inTime(entries: readonly CalendarEntry[]): CalendarEntry[] {
  return [...entries].sort(
    (one, other) =>
      one.at - other.at ||
      CALENDAR_DATES.indexOf(one.date) - CALENDAR_DATES.indexOf(other.date) ||
      (entryKey(one) < entryKey(other) ? -1 : 1),
  );
}

/** An entry for each of the dates there is. */
export function entriesOf(
  forumId: Id,
  dates: Partial<Readonly<Record<CalendarDate, Instant | null>>>,
  own: CalendarEntry['own'] = null,
): CalendarEntry[] {
  return CALENDAR_DATES.flatMap((date) => {
    const at = dates[date] ?? null;
    return at === null ? [] : [{ forumId, date, at: startsAt(at), own }];
  });
}
