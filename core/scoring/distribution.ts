import { divideRounded, type Points } from '../course/points';

/** Into how many equal stretches of the maximum scores are counted. */
export const STRETCHES = 10;

/** How scores are spread over a maximum. Points in hundredths. */
export interface Distribution {
  readonly count: number;
  /** null without scores. */
  readonly mean: Points | null;
  readonly lowest: Points | null;
  readonly highest: Points | null;
  /** How many lie in each tenth of the maximum; the last holds the maximum and what is above it. */
  readonly stretches: readonly number[];
}

/**
 * Counts scores by tenths of the maximum.
 *
 * @param maximum above 0, in hundredths
 * @example distributionOf([0, 950, 1000], 1000).stretches // [1, 0, 0, 0, 0, 0, 0, 0, 0, 2]
 */
export function distributionOf(scores: readonly Points[], maximum: Points): Distribution {
  const stretches = Array.from({ length: STRETCHES }, () => 0);
  for (const points of scores) {
    const at = Math.floor((points * STRETCHES) / maximum);
    stretches[Math.min(Math.max(at, 0), STRETCHES - 1)]!++;
  }
  const { length } = scores;
  return {
    count: length,
    mean:
      length === 0
        ? null
        : divideRounded(
            scores.reduce((sum, points) => sum + points, 0),
            length,
          ),
    lowest: length === 0 ? null : Math.min(...scores),
    highest: length === 0 ? null : Math.max(...scores),
    stretches,
  };
}
