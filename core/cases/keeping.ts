import { addDays, addMonths } from '../time/calendarDay';
import type { Instant } from '../time/instant';
import { fromWallClock, toWallClock } from '../time/wallClock';

/**
 * When a decided case is removed by its course's rule: so many months after its decision, at the end of that day by the course's calendar.
 * (rules §12)
 *
 * @param months null: by hand alone
 * @returns null where it is not removed by itself
 */
export function removedAtAfter(
  decidedAt: Instant | null,
  months: number | null,
  zone: string,
): Instant | null {
  if (decidedAt === null || months === null) return null;
  const day = addMonths(toWallClock(decidedAt, zone).slice(0, 10), months);
  return fromWallClock(`${addDays(day, 1)}T00:00`, zone);
}
