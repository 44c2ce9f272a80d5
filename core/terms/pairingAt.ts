import type { Forum } from '../course/forum';
import { lateFrom } from '../time/dueDate';
import type { Instant } from '../time/instant';
import { startsAt } from '../time/minute';

/**
 * The instant from which it is decided who reviews whom in a forum: the one staff chose, else once its initial posts are due, after the
 * grace. null where it has neither, asks for no reviews, or leaves all of it to staff. (rules §9)
 *
 * @example pairingAt(forum) // 5 March, 00:00, of initial posts due on 4 March, 23:59
 */
export function pairingAt({
  review,
  schedule,
  graceMinutes,
}: Pick<Forum, 'review' | 'schedule' | 'graceMinutes'>): Instant | null {
  if (review === null || review.pairing === 'byHand') return null;
  if (review.pairAt !== null) return startsAt(review.pairAt);
  return schedule.initialDue === null ? null : lateFrom(schedule.initialDue, graceMinutes);
}
