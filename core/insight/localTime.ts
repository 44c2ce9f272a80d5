import { daysBetween, mondayOf, type CalendarDay } from '../time/calendarDay';
import { HOUR, type Instant } from '../time/instant';
import { toWallClock } from '../time/wallClock';

/** Where an instant stands in the week of a zone. */
export interface LocalTime {
  /** The Monday of its week. */
  readonly week: CalendarDay;
  /** 0 for Monday to 6 for Sunday. */
  readonly weekday: number;
  /** 0 to 23. */
  readonly hour: number;
}

const QUARTER = HOUR / 4;

/**
 * A way to place many instants in the weeks of a zone. Clocks change at quarters of an hour, so that each quarter is looked up once.
 *
 * @example localTimeIn('Europe/Lisbon')(at) // { week: '2026-03-02', weekday: 2, hour: 23 }
 */
export function localTimeIn(zone: string): (at: Instant) => LocalTime {
  const known = new Map<number, LocalTime>();
  return (at) => {
    const quarter = Math.floor(at / QUARTER);
    let local = known.get(quarter);
    if (!local) {
      const wall = toWallClock(quarter * QUARTER, zone);
      const day = wall.slice(0, 10);
      const week = mondayOf(day);
      local = { week, weekday: daysBetween(week, day), hour: Number(wall.slice(11, 13)) };
      known.set(quarter, local);
    }
    return local;
  };
}
