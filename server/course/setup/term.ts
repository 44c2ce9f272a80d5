import type { CourseSettings } from '../../../contract/courseSettings';
import { shiftDays } from '../../../core/plan/mapDates';
import { fromWallClock } from '../../../core/time/wallClock';

/** The instants at which a term begins and ends: the midnights around its days, on its own clocks. */
export function termOf({ firstDay, lastDay, zone }: Pick<CourseSettings, 'firstDay' | 'lastDay' | 'zone'>): {
  termStart: number;
  termEnd: number;
} {
  const midnight = (day: string) => fromWallClock(`${day}T00:00`, zone);
  return { termStart: midnight(firstDay), termEnd: shiftDays(midnight(lastDay), 1, zone) };
}
