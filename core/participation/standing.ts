import { isMade, type Slot } from './slot';

/** How far a student is in a forum. (rules §5) */
export type Standing = 'none' | 'partial' | 'complete' | 'completeLate';

/**
 * The standing that follows from counted posts and slots: none without a counted post; complete when every slot is met
 * (without slots, with any counted post); completeLate when some were met late; else partial. (rules §5)
 */
export function standingOf(countedPosts: number, slots: readonly Slot[]): Standing {
  if (countedPosts === 0) return 'none';
  if (!slots.every(isMade)) return 'partial';
  return slots.some((slot) => slot.state === 'metLate') ? 'completeLate' : 'complete';
}
