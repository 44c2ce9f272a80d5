import { DAY, MINUTE, type Instant, type Minutes } from './instant';
import { endsAt } from './minute';

/**
 * The first instant that is late for a due date: the end of its minute plus the grace. (rules §1)
 *
 * @param due due date, UTC ms
 * @param graceMinutes grace of the forum in minutes, 0 to 1440
 * @example lateFrom(Date.UTC(2026, 2, 4, 23, 59), 0) // 5 March, 00:00:00.000
 */
export function lateFrom(due: Instant, graceMinutes: Minutes): Instant {
  return endsAt(due) + graceMinutes * MINUTE;
}

/** Whether an instant is late for a due date; nothing is late for an absent one. (rules §1) */
export function isLate(at: Instant, due: Instant | null, graceMinutes: Minutes): boolean {
  return due !== null && at >= lateFrom(due, graceMinutes);
}

/**
 * Whole days late: elapsed time since the end of the due minute plus grace, in elapsed (not calendar) days of 24 hours,
 * rounded up, at least 1 for anything late; 0 when on time or without a due date. (rules §1)
 *
 * @example daysLate(Date.UTC(2026, 2, 5, 0, 0), Date.UTC(2026, 2, 4, 23, 59), 0) // 1
 */
export function daysLate(at: Instant, due: Instant | null, graceMinutes: Minutes): number {
  if (due === null) return 0;
  const elapsed = at - lateFrom(due, graceMinutes);
  return elapsed < 0 ? 0 : Math.max(1, Math.ceil(elapsed / DAY));
}
