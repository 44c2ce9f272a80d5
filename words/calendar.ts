import type { CalendarDate } from '../core/calendar/entry';
import { plural } from './numbers';

/** The dates of a calendar by name. */
export const CALENDAR_WORDS: Readonly<Record<CalendarDate, string>> = {
  postingFrom: 'Posting opens',
  initialDue: 'Initial post due',
  repliesDue: 'Replies due',
  reviewsDue: 'Reviews due',
  postingUntil: 'Posting closes',
  lookAgainUntil: 'Last day to ask for another look',
};

/**
 * What a date of a forum is called in a calendar, where nothing stands around it.
 *
 * @param students how many students’ own terms it is; null: it is the forum’s
 * @example calendarTitle('initialDue', 'The weir hearing', 2) // 'Initial post due: The weir hearing (own terms of 2 students)'
 */
export function calendarTitle(date: CalendarDate, forum: string, students: number | null): string {
  return `${CALENDAR_WORDS[date]}: ${forum}${students === null ? '' : ` (${ownTermsOfMany(students)})`}`;
}

/** "own terms of 2 students" */
export const ownTermsOfMany = (students: number): string => `own terms of ${plural(students, 'student')}`;
