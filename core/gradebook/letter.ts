import type { Percent } from '../course/points';
import type { Letter } from './gradebook';

/**
 * The letter of a percentage: the first threshold, descending, at or below it. null where there is no scale. (rules §7)
 *
 * @param percent rounded, in hundredths of a percent
 */
export function letterOf(percent: Percent, letters: readonly Letter[]): string | null {
  const descending = [...letters].sort((a, b) => b.from - a.from);
  return (descending.find((step) => step.from <= percent) ?? descending.at(-1))?.letter ?? null;
}
