import type { CalendarDate } from '../core/calendar/entry';
import { plural } from './numbers';

/** The dates of a calendar by name. */
const CALENDAR_WORDS: Readonly<Record<CalendarDate, string>> = {
  postingFrom: 'Posting opens',
  initialDue: 'Initial post due',
  repliesDue: 'Replies due',
  reviewsDue: 'Reviews due',
  postingUntil: 'Posting closes',
  lookAgainUntil: 'Last day to ask for another look',
};

/**
 * What a date is called in a forum: where it asks for posts of any kind and for no replies, it is posts that are due.
 *
 * @example dateName('repliesDue', { posts: 3, replies: 0 }) // 'Posts due'
 */
export function dateName(
  date: CalendarDate,
  { posts, replies }: { readonly posts: number; readonly replies: number },
): string {
  return date === 'repliesDue' && posts > 0 && replies === 0 ? 'Posts due' : CALENDAR_WORDS[date];
}

/**
 * What a date of a forum is called in a calendar, where nothing stands around it.
 *
 * @param name as {@link dateName} calls it
 * @param students how many students’ own terms it is; null: it is the forum’s
 * @example calendarTitle('Initial post due', 'The weir hearing', 2) // 'Initial post due: The weir hearing (own terms of 2 students)'
 */
export function calendarTitle(name: string, forum: string, students: number | null): string {
  return `${name}: ${forum}${students === null ? '' : ` (${ownTermsOfMany(students)})`}`;
}

/** "own terms of 2 students" */
export const ownTermsOfMany = (students: number): string => `own terms of ${plural(students, 'student')}`;
