import type { Assignment } from '../course/assignment';
import type { Forum } from '../course/forum';
import type { Post } from '../course/post';
import type { Asked } from '../terms/asked';
import type { ResolvedTerms } from '../terms/resolveTerms';
import type { Instant } from '../time/instant';
import { hasEnded } from '../time/minute';
import type { Ground } from './requirements/ground';
import { requirements } from './requirements/requirements';
import type { Slot } from './slot';

/**
 * A student's required posts in a forum as slots, and what fills each, one requirement after the other. A waived slot does not exist. (rules §5)
 *
 * @param own everything the student wrote in the forum, in any order
 * @param reviews everything the student was ever given to review there, in any order
 * @param ask by which due dates; nothing is required where the forum is not asked
 */
export function fillSlots(
  forum: Forum,
  terms: ResolvedTerms,
  ask: Asked,
  own: readonly Post[],
  t: Instant,
  reviews: readonly Assignment[] = [],
): Slot[] {
  if (ask.notAsked !== null) return [];
  const { dates, numbers } = terms;
  const over = hasEnded(dates.postingUntil, t) || hasEnded(dates.visibleUntil, t);
  const ground: Ground = { forum, terms, ask, own, reviews, t, over };
  const slots: Slot[] = [];
  for (const requirement of requirements)
    if (numbers[requirement.count] > 0) slots.push(...requirement.slots(ground, slots));
  return slots;
}
