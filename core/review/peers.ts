import type { Guide } from '../course/evaluation';
import { divideRounded, WHOLE, type Percent } from '../course/points';
import type { ReviewContent } from './content';
import { boundsOf, criteriaOf, valueOf, type ReviewCriterion } from './criteria';

/** What the peers gave one criterion of a post. */
export interface PeerCriterion {
  readonly criterion: ReviewCriterion;
  /** One for each review, in their order; null where a review says nothing. */
  readonly values: readonly (number | null)[];
  /** Rounded half away from zero, as the choices count; of an item of a checklist the share of those who ticked it, in hundredths of a percent. null without any. */
  readonly mean: number | null;
}

/**
 * What the peers gave a post, criterion by criterion, with the mean: for staff to see, never a suggestion. (rules §9)
 *
 * @example peersGave(guide, reviews)[0]?.mean // 250
 */
export function peersGave(
  guide: Guide | null,
  reviews: readonly Pick<ReviewContent, 'values'>[],
): PeerCriterion[] {
  return criteriaOf(guide).map((criterion) => {
    const values = reviews.map((review) => valueOf(criterion, review.values[criterion.id]));
    const given = values.filter((value) => value !== null);
    const sum = given.reduce((total, value) => total + value, 0);
    const scaled = criterion.by === 'tick' ? sum * WHOLE : sum;
    return { criterion, values, mean: given.length === 0 ? null : divideRounded(scaled, given.length) };
  });
}

/** From so far on a review stands out from the others of its post: a third of what can be given. */
export const FAR: Percent = 3333;

/** Fewer others say nothing about a review. */
const OTHERS = 2;

/**
 * How far a review stands from the others of the same post: the mean, over the criteria, of how far its value lies from the mean of the
 * others', as a share of what the criterion can come to. null with fewer than two others, or where nothing can be compared. (docs/rules §9)
 *
 * @returns hundredths of a percent
 * @example distanceFromOthers(guide, mine, [second, third]) // 4200
 */
export function distanceFromOthers(
  guide: Guide | null,
  review: Pick<ReviewContent, 'values'>,
  others: readonly Pick<ReviewContent, 'values'>[],
): Percent | null {
  if (others.length < OTHERS) return null;
  let sum = 0;
  let count = 0;
  for (const criterion of criteriaOf(guide)) {
    const { least, most } = boundsOf(criterion);
    const own = valueOf(criterion, review.values[criterion.id]);
    const theirs = others
      .map(({ values }) => valueOf(criterion, values[criterion.id]))
      .filter((value) => value !== null);
    if (own === null || theirs.length < OTHERS || most === least) continue;
    const mean = theirs.reduce((total, value) => total + value, 0) / theirs.length;
    sum += Math.abs(own - mean) / (most - least);
    count++;
  }
  return count === 0 ? null : Math.round((sum / count) * WHOLE);
}

/** Whether a review stands out from the others of its post. (docs/rules §9) */
export const isFar = (distance: Percent | null): boolean => distance !== null && distance >= FAR;
