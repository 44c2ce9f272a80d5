import { onlyWithChange } from '../fillOrder';
import { attachedSince } from '../metAt';
import type { Slot } from '../slot';
import { emptySlot, filledSlot, type Ground } from './ground';
import type { Requirement } from './requirement';

function slots(ground: Ground, before: readonly Slot[]): Slot[] {
  const initial = before.filter(({ kind }) => kind === 'initial');
  return initial.map((slot, index) => {
    const empty = emptySlot(ground, 'attachment', index + 1, slot.due, slot.questionId);
    const post =
      slot.postId === null ? undefined : ground.own.find((candidate) => candidate.id === slot.postId);
    const since = post ? attachedSince(post, ground.t) : null;
    if (!post || since === null) return empty;
    const waits =
      slot.state === 'pending' ||
      onlyWithChange(post, ground.t, (before) => attachedSince(before, ground.t) !== null);
    const as = waits ? 'held' : 'long';
    return filledSlot(
      ground,
      'attachment',
      index + 1,
      slot.due,
      { post, as, at: since, created: since },
      slot.questionId,
    );
  });
}

/** A file with each initial post. (rules §5) */
export const attachment: Requirement = {
  kind: 'attachment',
  count: 'attachment',
  words: null,
  basis: 'initial',
  isPost: false,
  slots,
};
