import type { DirectPart } from '../../course/forum';
import type { PartKind, PartValue } from './partKind';

/** The number the evaluator gives, held within 0 and the part's maximum; incomplete until one is given. (rules §6) */
export const direct: PartKind<DirectPart> = {
  judged: true,
  value({ part, posts, decision }): PartValue {
    const postIds = posts.map((post) => post.id);
    const given = decision.points ?? null;
    if (given === null)
      return { points: 0, incomplete: true, line: { code: 'notYetGiven', params: {}, postIds } };
    const points = Math.min(Math.max(given, 0), part.maximum);
    return { points, incomplete: false, line: { code: 'given', params: { points }, postIds } };
  },
  withoutLate: () => null,
};
