import type { DirectPart } from '../../course/evaluation';
import type { Points } from '../../course/points';
import { outOfRange, waiting, within, type PartKind, type PartValue } from './partKind';

/** The number given, in hundredths; null while nothing is given. */
export interface DirectDecision {
  readonly points?: Points | null;
}

/** The number the evaluator gives, held within 0 and the part's maximum; incomplete until one is given. (rules §6) */
export const direct: PartKind<DirectPart, DirectDecision> = {
  judged: true,
  value({ part, posts, decision }): PartValue {
    const postIds = posts.map((post) => post.id);
    const given = decision.points ?? null;
    if (given === null) return waiting(postIds, 0, 1);
    const points = within(given, part.maximum);
    return {
      points,
      incomplete: false,
      lines: [{ code: 'given', amount: points, params: { points }, postIds }],
    };
  },
  withoutLate: () => null,
  problem: (part, { points }) => outOfRange('points', part.title, points, part.maximum),
  faults: () => [],
  guide: null,
};
