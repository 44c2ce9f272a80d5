import type { Id } from '../course/id';
import { CLASS_SPACE } from '../terms/space';
import type { CheckContext, Member } from './check';
import { membersBySpace } from './membersBySpace';

/** The members who review one another, together: those of a space, in a journal all. (rules §9) */
export function unitsToReview(context: CheckContext): ReadonlyMap<Id, readonly Member[]> {
  return context.forum.readers === 'staff'
    ? new Map([[CLASS_SPACE, context.members]])
    : membersBySpace(context);
}
