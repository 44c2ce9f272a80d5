import type { Forum } from '../../../core/course/forum';
import { dateWords } from '../../ui/dateWords';
import { countWords } from '../../ui/pointWords';

/** A window in words: "Mon 2 Mar, 08:00 – Tue 10 Mar, 23:59". */
export function windowWords(from: number | null, until: number | null, zone: string): string {
  if (from === null && until === null) return 'always';
  if (from === null) return `until ${dateWords(until!, zone)}`;
  return until === null
    ? `from ${dateWords(from, zone)}`
    : `${dateWords(from, zone)} – ${dateWords(until, zone)}`;
}

/** A forum's dates in one line of words, for narrow screens and screen readers. */
export function scheduleWords(forum: Forum, zone: string): string {
  const { schedule, required } = forum;
  const parts = [`Visible ${windowWords(schedule.visibleFrom, schedule.visibleUntil, zone)}`];
  parts.push(`posting ${windowWords(schedule.postingFrom, schedule.postingUntil, zone)}`);
  if (schedule.initialDue !== null) parts.push(`initial post due ${dateWords(schedule.initialDue, zone)}`);
  if (schedule.repliesDue !== null)
    parts.push(
      `${required.replies > 0 ? countWords(required.replies, 'reply', 'replies') : 'replies'} due ${dateWords(schedule.repliesDue, zone)}`,
    );
  return `${parts.join('; ')}.`;
}
