import type { Forum } from '../course/forum';
import type { Instant } from '../time/instant';
import { hasEnded, hasOpened } from '../time/minute';

/**
 * Whether a forum takes posts by its own dates, whatever own terms say for some. (rules §3)
 *
 * @param t instant asked for, UTC ms
 * @example isPostingOpen(forum, at('03-04 12:00'))
 */
export function isPostingOpen(
  { status, frozen, schedule }: Pick<Forum, 'status' | 'frozen' | 'schedule'>,
  t: Instant,
): boolean {
  if (status === 'draft' || frozen) return false;
  return hasOpened(schedule.postingFrom, t) && !hasEnded(schedule.postingUntil, t);
}
