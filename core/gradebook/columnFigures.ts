import { distributionOf, type Distribution } from '../scoring/distribution';
import { divideRounded, type Points } from '../course/points';

/** How a column stands. Points in hundredths. */
export interface ColumnFigures extends Distribution {
  /** null without scores. */
  readonly median: Points | null;
  /** Among them those that students know. */
  readonly released: number;
  readonly excused: number;
  /** Asked, not excused, and nothing given. */
  readonly missing: number;
}

/**
 * Mean, median and spread of a column, over what is given; a 0 for nothing is no score given.
 *
 * @param cells asked of the student or not, as they stand
 */
export function columnFigures(
  cells: readonly {
    readonly state: string;
    readonly points?: Points | undefined;
    readonly released?: boolean | undefined;
  }[],
  maximum: Points,
): ColumnFigures {
  const asked = cells.filter(({ state }) => state !== 'notAsked');
  const counted = asked.filter(({ state }) => state !== 'excused');
  const given = counted.flatMap(({ points }) => (points === undefined ? [] : [points]));
  const sorted = [...given].sort((a, b) => a - b);
  const middle = sorted.length / 2;
  const median =
    sorted.length === 0
      ? null
      : divideRounded(sorted[Math.ceil(middle) - 1]! + sorted[Math.floor(middle)]!, 2);
  return {
    ...distributionOf(given, maximum),
    median: sorted.length % 2 === 1 ? sorted[Math.floor(middle)]! : median,
    released: counted.filter(({ points, released }) => points !== undefined && released).length,
    excused: asked.length - counted.length,
    missing: counted.length - given.length,
  };
}
