import { divideRounded, WHOLE, type Percent, type Points } from '../course/points';
import type { Item, Letter } from './gradebook';
import { letterOf } from './letter';

/** A score as its item shows it. */
export type ShownScore =
  | { readonly as: 'points'; readonly points: Points }
  | { readonly as: 'percent'; readonly percent: Percent }
  | { readonly as: 'letter'; readonly letter: string }
  | { readonly as: 'done'; readonly done: boolean };

/**
 * A score in the way its item shows it: done is any points above 0; a letter is that of the rounded percentage, and the
 * percentage itself in a course that gives no letters. (rules §7)
 *
 * @param points in hundredths
 */
export function shownScore(
  points: Points,
  item: Pick<Item, 'display' | 'maximum'>,
  letters: readonly Letter[],
): ShownScore {
  if (item.display === 'done') return { as: 'done', done: points > 0 };
  if (item.display === 'points') return { as: 'points', points };
  const percent = divideRounded(points * WHOLE, item.maximum);
  const letter = item.display === 'letter' ? letterOf(percent, letters) : null;
  return letter === null ? { as: 'percent', percent } : { as: 'letter', letter };
}
