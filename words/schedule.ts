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
  reviewsDue: 'Reviews due',
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
  if (schedule.reviewsDue !== null) parts.push(`reviews due ${date(schedule.reviewsDue)}`);
  return `${parts.join('; ')}.`;
}

/**
 * What a forum that is started now asks by when, in one line.
 *
 * @example startWords(forum, date) // 'Posting from Mon 9 Mar, 08:00; initial post due Thu 12 Mar, 23:59; 2 replies due Sun 15 Mar, 23:59'
 */
export function startWords(
  { schedule, required }: Pick<Forum, 'schedule' | 'required'>,
  date: DateWriter,
): string {
  const { postingFrom, initialDue, repliesDue, reviewsDue } = schedule;
  const due =
    required.posts > 0 ? plural(required.posts, 'post') : plural(required.replies, 'reply', 'replies');
  const parts = [
    ...(postingFrom === null ? [] : [`posting from ${date(postingFrom)}`]),
    ...(initialDue === null ? [] : [`initial post due ${date(initialDue)}`]),
    ...(repliesDue === null ? [] : [`${due} due ${date(repliesDue)}`]),
    ...(reviewsDue === null ? [] : [`${plural(required.reviews, 'review')} due ${date(reviewsDue)}`]),
  ];
  const line = parts.join('; ');
  return line.charAt(0).toUpperCase() + line.slice(1);
}
