import type { DateName, Forum } from '../core/course/forum';
import type { DateWriter } from './dates';
import { plural } from './numbers';

/** The dates of a forum by name, as their fields are called. */
export const DATE_WORDS: Record<DateName, string> = {
  visibleFrom: 'Visible from',
  visibleUntil: 'Visible until',
  postingFrom: 'Posting from',
  postingUntil: 'Posting until',
  initialDue: 'Initial post due',
  repliesDue: 'Replies due',
};

/** A window in words: "Mon 2 Mar, 08:00 – Tue 10 Mar, 23:59". */
export function windowWords(from: number | null, until: number | null, date: DateWriter): string {
  if (from === null && until === null) return 'always';
  if (from === null) return `until ${date(until!)}`;
  return until === null ? `from ${date(from)}` : `${date(from)} – ${date(until)}`;
}

/** A forum's dates in one line of words, for narrow screens and screen readers. */
export function scheduleWords(forum: Forum, date: DateWriter): string {
  const { schedule, required } = forum;
  const parts = [`Visible ${windowWords(schedule.visibleFrom, schedule.visibleUntil, date)}`];
  parts.push(`posting ${windowWords(schedule.postingFrom, schedule.postingUntil, date)}`);
  if (schedule.initialDue !== null) parts.push(`initial post due ${date(schedule.initialDue)}`);
  if (schedule.repliesDue !== null)
    parts.push(
      `${required.replies > 0 ? plural(required.replies, 'reply', 'replies') : 'replies'} due ${date(schedule.repliesDue)}`,
    );
  return `${parts.join('; ')}.`;
}
