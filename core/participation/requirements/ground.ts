import type { Assignment } from '../../course/assignment';
import type { Forum } from '../../course/forum';
import type { Id } from '../../course/id';
import type { Post } from '../../course/post';
import type { SlotKind } from '../../course/slotKind';
import type { Asked } from '../../terms/asked';
import type { ResolvedTerms } from '../../terms/resolveTerms';
import { daysLate, isLate } from '../../time/dueDate';
import type { Instant } from '../../time/instant';
import type { Filler } from '../fillOrder';
import type { Slot } from '../slot';

/** What slots are filled by. */
export interface Ground {
  readonly forum: Forum;
  readonly terms: ResolvedTerms;
  /** By which due dates. */
  readonly ask: Asked;
  /** Everything the student wrote in the forum, in any order. */
  readonly own: readonly Post[];
  /** Everything the student was ever given to review there, in any order. */
  readonly reviews: readonly Assignment[];
  readonly t: Instant;
  /** Posting, or the forum itself, has ended for the student: what is empty is missed. */
  readonly over: boolean;
}

/**
 * A required post that nothing stands for.
 *
 * @param over whether it can be made no more
 */
export function emptySlot(
  ground: Ground,
  kind: SlotKind,
  number: number,
  due: Instant | null,
  questionId: Id | null,
  over = ground.over,
): Slot {
  return {
    kind,
    number,
    state: over ? 'missed' : 'open',
    overdue: !over && isLate(ground.t, due, ground.forum.graceMinutes),
    due,
    postId: null,
    questionId,
    metAt: null,
    daysLate: 0,
  };
}

/** A required post with what fills it, or stands for it. */
export function filledSlot(
  ground: Ground,
  kind: SlotKind,
  number: number,
  due: Instant | null,
  filler: Filler,
  questionId: Id | null = null,
): Slot {
  const days = filler.as === 'held' ? 0 : daysLate(filler.at, due, ground.forum.graceMinutes);
  const long = filler.as === 'long';
  return {
    kind,
    number,
    state: long ? (days > 0 ? 'metLate' : 'met') : filler.as === 'held' ? 'pending' : 'short',
    overdue: false,
    due,
    postId: filler.post.id,
    questionId,
    metAt: long ? filler.at : null,
    daysLate: days,
  };
}

/** So many slots of a kind, filled in order by what there is. */
export function slotsFrom(
  ground: Ground,
  kind: SlotKind,
  count: number,
  due: Instant | null,
  fillers: readonly Filler[],
): Slot[] {
  return Array.from({ length: count }, (_, index) => {
    const filler = fillers[index];
    return filler
      ? filledSlot(ground, kind, index + 1, due, filler)
      : emptySlot(ground, kind, index + 1, due, null);
  });
}
