import type { PerPostPart, RatingsPart } from '../../course/evaluation';
import type { Forum } from '../../course/forum';
import { isWaived } from './basis';
import { waiting, type PartContext, type PartFault, type PartValue } from './partKind';

/**
 * What a part comes to that looks at posts of which there are none: full where the student's required posts are all waived,
 * nothing yet while one waits for approval, else 0. (rules §6)
 */
export function withoutPosts({
  part,
  forum,
  slots,
  posts,
}: PartContext<PerPostPart | RatingsPart>): PartValue {
  if (isWaived(part.basis, forum, slots))
    return {
      points: part.maximum,
      incomplete: false,
      lines: [{ code: 'allWaived', amount: part.maximum, params: {}, postIds: [] }],
    };
  if (posts.length === 0 && slots.some(({ state }) => state === 'pending')) return waiting([], 0, 1);
  return { points: 0, incomplete: false, lines: [{ code: 'noPosts', amount: 0, params: {}, postIds: [] }] };
}

/** The fault of looking at initial posts where none is required. (rules §6) */
export const initialOfNothing = (
  { basis }: PerPostPart | RatingsPart,
  { required }: Pick<Forum, 'required'>,
): readonly PartFault[] =>
  basis === 'initial' && required.initialRequired === 0 ? ['initialPartWithoutInitial'] : [];
