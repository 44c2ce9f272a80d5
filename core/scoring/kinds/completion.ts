import type { CompletionPart } from '../../course/evaluation';
import { isMade, type Slot } from '../../participation/slot';
import { divideRounded, type Points } from '../../course/points';
import { requiredOf } from './basis';
import type { PartKind, PartValue } from './partKind';

function share(part: CompletionPart, made: number, of: number): Points {
  if (part.allOrNothing) return made === of ? part.maximum : 0;
  return divideRounded(made * part.maximum, of);
}

const count = (slots: readonly Slot[], made: (slot: Slot) => boolean) => slots.filter(made).length;

/**
 * The share of the basis' slots that are met or met late, or all or nothing; full where every slot is waived.
 * (rules §6)
 */
export const completion: PartKind<CompletionPart> = {
  judged: false,
  value({ part, slots }): PartValue {
    const of = slots.length;
    if (of === 0)
      return {
        points: part.maximum,
        incomplete: false,
        lines: [{ code: 'allWaived', amount: part.maximum, params: {}, postIds: [] }],
      };
    const filled = slots.filter(isMade);
    const points = share(part, filled.length, of);
    return {
      points,
      incomplete: false,
      lines: [
        {
          code: part.allOrNothing ? 'completionAllOrNothing' : 'completion',
          amount: points,
          params: { made: filled.length, of },
          postIds: [...new Set(filled.flatMap((slot) => (slot.postId === null ? [] : [slot.postId])))],
        },
      ],
    };
  },
  withoutLate({ part, slots }) {
    if (slots.length === 0) return null;
    return share(
      part,
      count(slots, (slot) => slot.state === 'met'),
      slots.length,
    );
  },
  problem: () => null,
  faults: (part, forum) =>
    part.basis !== 'reviews' && requiredOf(part.basis, forum) === 0 ? ['completionOfNothing'] : [],
  guide: null,
};
