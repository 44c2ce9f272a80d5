import { createdAt } from '../course/post';
import type { Forum } from '../course/forum';
import type { Instant } from '../time/instant';
import { isReady } from './docketState';
import { isMade } from './slot';
import type { Participation } from './participationOf';

/**
 * Since when a student who comes up for evaluation has had there what they come up with: the instant their last required post was
 * made, else of their last counted post; null while they do not come up. It orders a docket, and decides nothing. (rules §5)
 */
export function readySince(forum: Forum, participation: Participation, t: Instant): Instant | null {
  if (!isReady(forum, participation, t)) return null;
  const { slots, counted } = participation;
  const made = slots.flatMap(({ metAt }) => (metAt === null ? [] : [metAt]));
  return Math.max(...(slots.length > 0 && slots.every(isMade) ? made : counted.map(createdAt)));
}
