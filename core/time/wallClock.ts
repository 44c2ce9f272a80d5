import { Temporal } from '@js-temporal/polyfill';
import type { Instant } from './instant';

/** A wall-clock minute as staff write it, `2026-03-04T23:59`, in the course's zone. (rules §1) */
export type WallClock = string;

/** The minute given is not of the form `YYYY-MM-DDTHH:MM`, or names no day of the calendar. */
export class WallClockError extends Error {}

const FORM = /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}$/;

function parse(wall: WallClock): Temporal.PlainDateTime {
  if (!FORM.test(wall)) throw new WallClockError(`"${wall}" is not a minute such as 2026-03-04T23:59`);
  try {
    return Temporal.PlainDateTime.from(wall, { overflow: 'reject' });
  } catch {
    throw new WallClockError(`"${wall}" is not a day of the calendar`);
  }
}

/**
 * The instant of a wall-clock minute in a zone. A minute skipped by a clock change moves forward by the length of the
 * gap; one that occurs twice means its first occurrence. (rules §1)
 *
 * @param wall minute in the zone
 * @param zone IANA time zone
 * @throws WallClockError when `wall` is not a minute of the calendar
 * @example fromWallClock('2026-10-25T01:30', 'Europe/Lisbon') // 00:30 UTC, the first of two
 */
export function fromWallClock(wall: WallClock, zone: string): Instant {
  return parse(wall).toZonedDateTime(zone, { disambiguation: 'compatible' }).epochMilliseconds;
}

/**
 * The wall-clock minute of an instant in a zone, the inverse of {@link fromWallClock}. (rules §1)
 *
 * @example toWallClock(Date.UTC(2026, 2, 4, 23, 59), 'Europe/Lisbon') // '2026-03-04T23:59'
 */
export function toWallClock(at: Instant, zone: string): WallClock {
  return Temporal.Instant.fromEpochMilliseconds(at)
    .toZonedDateTimeISO(zone)
    .toPlainDateTime()
    .toString()
    .slice(0, 16);
}

/**
 * Whether a wall-clock minute is skipped or occurs twice in a zone because the clocks change. (rules §8)
 *
 * @example clockChangeAt('2026-03-29T01:30', 'Europe/Lisbon') // 'skipped'
 */
export function clockChangeAt(wall: WallClock, zone: string): 'skipped' | 'repeated' | null {
  const plain = parse(wall);
  const earlier = plain.toZonedDateTime(zone, { disambiguation: 'earlier' });
  const later = plain.toZonedDateTime(zone, { disambiguation: 'later' });
  if (earlier.epochMilliseconds === later.epochMilliseconds) return null;
  return earlier.toPlainDateTime().equals(plain) ? 'repeated' : 'skipped';
}
