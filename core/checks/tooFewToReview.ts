import type { Check, Finding } from './check';
import { finding } from './finding';
import { unitsToReview } from './unitsToReview';

/** Warning: a space of too few people for everybody to be given enough posts to review. (rules §9) */
export const tooFewToReview: Check = (context) => {
  const { forum } = context;
  if (forum.review === null) return [];
  return [...unitsToReview(context)].flatMap(([space, inside]): Finding[] => {
    const all = inside.filter(({ terms }) => terms.numbers.reviews > 0);
    const most = Math.max(0, ...all.map(({ terms }) => terms.numbers.reviews));
    const ids = new Set(inside.map(({ student }) => student.id));
    const mayNotMeet = (context.mustNots ?? []).some(([one, other]) => ids.has(one) && ids.has(other));
    const few = all.filter(({ terms }) => inside.length < terms.numbers.reviews + 1);
    const params = { space, students: inside.length, reviews: most };
    if (few.length > 0)
      return [
        finding('warning', inside.length === 1 ? 'aloneToReview' : 'tooFewToReview', 'review', {
          of: few,
          params,
        }),
      ];
    return mayNotMeet && inside.length <= 2 * most + 1
      ? [finding('warning', 'tightWithMustNots', 'review', { of: all, params })]
      : [];
  });
};
