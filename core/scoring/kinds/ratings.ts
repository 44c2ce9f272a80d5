import type { RatingsPart } from '../../course/evaluation';
import { ratingsAt } from '../../course/post';
import { divideRounded } from '../../course/points';
import type { PartKind, PartValue } from './partKind';
import { initialOfNothing, withoutPosts } from './withoutPosts';

/** The most a rating can be. */
const BEST = 5;

/**
 * The mean of the ratings, 1 to 5, that other students gave to the posts of the basis, as a share of the maximum; incomplete
 * with fewer ratings than set. (rules §6)
 */
export const ratings: PartKind<RatingsPart> = {
  judged: true,
  value(context): PartValue {
    const { part, posts, t } = context;
    if (posts.length === 0) return withoutPosts(context);
    const given = posts.flatMap((post) => ratingsAt(post, t));
    const postIds = posts.map(({ id }) => id);
    const params = { ratings: given.length, atLeast: part.atLeast };
    if (given.length < Math.max(part.atLeast, 1))
      return { points: 0, incomplete: true, lines: [{ code: 'tooFewRatings', amount: 0, params, postIds }] };
    const sum = given.reduce((total, value) => total + value, 0);
    const points = divideRounded(sum * part.maximum, BEST * given.length);
    return {
      points,
      incomplete: false,
      lines: [
        {
          code: 'ratings',
          amount: points,
          params: { ...params, mean: divideRounded(sum * 100, given.length) },
          postIds,
        },
      ],
    };
  },
  withoutLate: () => null,
  problem: () => null,
  faults: (part, forum) => [
    ...initialOfNothing(part, forum),
    ...(forum.allowed.approve === 'ratings' ? [] : (['ratingsOff'] as const)),
  ],
  guide: null,
};
