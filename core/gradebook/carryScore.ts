import { sumOf, type ExplanationLine } from '../scoring/kinds/explanation';
import type { Points } from '../course/points';
import { itemPoints } from './itemPoints';

/** A score as it is carried from one scale to another. Points in hundredths. */
export interface CarriedScore {
  readonly points: Points;
  readonly lines: readonly ExplanationLine[];
  /** What was entered by hand stands as another total; what a forum came to stands as it was decided. */
  readonly byHand: boolean;
  /** What the item shows then, on its own scale. */
  readonly shown: Points;
}

/**
 * A score entered by hand as the score of a forum that from now on feeds its item. What the forum itself had come to before it was unlinked,
 * untouched since, is that again, with its reasons; anything else stands as points entered by hand. Where the scales differ the points are
 * rounded, and `shown` says what they come back as. (docs/rules §7)
 *
 * @param points on the item's scale
 * @param lines the explanation kept with it: of the forum's score before, or none
 */
export function intoForum(
  points: Points,
  lines: readonly ExplanationLine[],
  itemMaximum: Points,
  forumMaximum: Points,
): CarriedScore {
  const before = sumOf(lines);
  if (lines.length > 0 && itemPoints(before, forumMaximum, itemMaximum) === points)
    return { points: before, lines, byHand: lines.some(({ code }) => code === 'byHand'), shown: points };
  const carried = itemPoints(points, itemMaximum, forumMaximum);
  return {
    points: carried,
    lines: [{ code: 'byHand', partId: null, amount: carried, params: {}, postIds: [] }],
    byHand: true,
    shown: itemPoints(carried, forumMaximum, itemMaximum),
  };
}
