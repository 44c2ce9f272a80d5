import { maximumWords, pointWords } from '../../../words/numbers';
import { readPoints } from '../../forms/readPoints';

/** Points as they stand in a field; empty for none. */
export const shownPoints = (points: number | null | undefined): string =>
  points === null || points === undefined ? '' : pointWords(points);

/** Points within bounds, null for nothing typed; what is outside or no number is told, and null. */
export function readGiven(
  typed: string,
  title: string,
  most: number,
  tell: (message: string) => void,
  least = 0,
): number | null {
  const points = readPoints(typed);
  if (points === null) return null;
  if (points !== undefined && points >= least && points <= most) return points;
  tell(`${title}: write points from ${maximumWords(least)} to ${maximumWords(most)}.`);
  return null;
}
