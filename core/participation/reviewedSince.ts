import type { Assignment } from '../course/assignment';
import type { Forum } from '../course/forum';
import type { Instant } from '../time/instant';

/**
 * Whether a student sent a review, or a new version of one, after an instant, strictly, in a forum of which a part looks at reviews. (rules §9)
 *
 * @param reviews everything the student was ever given to review there
 * @param since when the score was last given or confirmed
 */
export function reviewedSince(
  { evaluation }: Pick<Forum, 'evaluation'>,
  reviews: readonly Assignment[],
  since: Instant,
  t: Instant,
): boolean {
  if (!evaluation?.parts.some(({ basis }) => basis === 'reviews')) return false;
  return reviews.some(({ sent }) => sent.some((at) => at > since && at <= t));
}
