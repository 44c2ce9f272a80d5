import { addDays } from '../time/calendarDay';
import { toWallClock, fromWallClock } from '../time/wallClock';
import type { Instant } from '../time/instant';

/** A time of day by the course's clock, `23:59`. */
export type TimeOfDay = string;

/**
 * The times of day that a course uses for dates of a kind, most used first: what a dragged date snaps to.
 *
 * @param dates instants that are set already; absent ones are left out
 * @param otherwise what to snap to where the course has none yet
 */
export function timesInUse(
  dates: readonly (Instant | null)[],
  zone: string,
  otherwise: TimeOfDay,
): TimeOfDay[] {
  const counts = new Map<TimeOfDay, number>();
  for (const at of dates) {
    if (at === null) continue;
    const time = toWallClock(at, zone).slice(11);
    counts.set(time, (counts.get(time) ?? 0) + 1);
  }
  const times = [...counts].sort((a, b) => b[1] - a[1] || (a[0] < b[0] ? -1 : 1)).map(([time]) => time);
  return times.length === 0 ? [otherwise] : times.slice(0, 4);
}

/**
 * The nearest instant that falls on one of the times of day, on the same day, the day before or the day after.
 *
 * @example snapTo(at, ['23:59'], 'Europe/Lisbon')
 */
export function snapTo(at: Instant, times: readonly TimeOfDay[], zone: string): Instant {
  const day = toWallClock(at, zone).slice(0, 10);
  let best: Instant | null = null;
  for (const offset of [-1, 0, 1]) {
    const date = addDays(day, offset);
    for (const time of times) {
      const candidate = fromWallClock(`${date}T${time}`, zone);
      if (best === null || Math.abs(candidate - at) < Math.abs(best - at)) best = candidate;
    }
  }
  return best ?? at;
}
