import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DAY, HOUR } from './instant';
import { daysLate, isLate } from './dueDate';
import { endsAt, hasEnded, hasOpened, startsAt } from './minute';
import { clockChangeAt, fromWallClock, toWallClock, WallClockError } from './wallClock';
import { isZone } from './isZone';

const zone = 'Europe/Lisbon';

describe('wall clock', () => {
  it('moves a skipped minute forward by the length of the gap', () => {
    expect(toWallClock(fromWallClock('2026-03-29T01:30', zone), zone)).toBe('2026-03-29T02:30');
  });
  it('takes the first of two occurrences', () => {
    expect(fromWallClock('2026-10-25T01:30', zone)).toBe(Date.UTC(2026, 9, 25, 0, 30));
  });
  it('reads back what it wrote, wherever the clock does not change', () => {
    fc.assert(
      fc.property(fc.integer({ min: Date.UTC(2026, 0, 1), max: Date.UTC(2026, 2, 28) }), (ms) => {
        const minute = startsAt(ms);
        expect(fromWallClock(toWallClock(minute, zone), zone)).toBe(minute);
      }),
    );
  });
  it('names the minutes that the clock change skips or repeats', () => {
    expect(clockChangeAt('2026-03-29T01:30', zone)).toBe('skipped');
    expect(clockChangeAt('2026-10-25T01:30', zone)).toBe('repeated');
    expect(clockChangeAt('2026-03-04T23:59', zone)).toBeNull();
  });
  it.each(['2026-02-30T10:00', '4 March', '2026-03-04', '2026-03-04T25:00'])('refuses %s', (wall) => {
    expect(() => fromWallClock(wall, zone)).toThrow(WallClockError);
  });
  it('knows zones', () => {
    expect(isZone('Europe/Lisbon')).toBe(true);
    expect(isZone('Fenwick/Hollow')).toBe(false);
  });
});

describe('dates that open and end', () => {
  const date = fromWallClock('2026-03-04T23:59', zone);
  it('opens with the first millisecond of the minute', () => {
    expect(hasOpened(date, date - 1)).toBe(false);
    expect(hasOpened(date, date)).toBe(true);
    expect(hasOpened(null, 0)).toBe(true);
  });
  it('ends after the whole minute', () => {
    expect(hasEnded(date, date + 59_999)).toBe(false);
    expect(hasEnded(date, date + 60_000)).toBe(true);
    expect(hasEnded(null, Infinity)).toBe(false);
  });
});

describe('late', () => {
  const due = fromWallClock('2026-03-04T23:59', zone);
  const end = endsAt(due);
  it('is not late in the due minute, and is late in the next', () => {
    expect(isLate(end - 1, due, 0)).toBe(false);
    expect(isLate(end, due, 0)).toBe(true);
  });
  it('counts elapsed days, at least one', () => {
    expect(daysLate(end - 1, due, 0)).toBe(0);
    expect(daysLate(end, due, 0)).toBe(1);
    expect(daysLate(end + DAY, due, 0)).toBe(1);
    expect(daysLate(end + DAY + 1, due, 0)).toBe(2);
  });
  it('counts 24 elapsed hours across a clock change', () => {
    const before = fromWallClock('2026-03-28T23:59', zone);
    const dayAfter = fromWallClock('2026-03-30T00:00', zone);
    expect(dayAfter - endsAt(before)).toBe(23 * HOUR);
    expect(daysLate(dayAfter + HOUR, before, 0)).toBe(1);
    expect(daysLate(dayAfter + HOUR + 1, before, 0)).toBe(2);
  });
  it('adds the grace', () => {
    expect(isLate(end + 10 * 60_000 - 1, due, 10)).toBe(false);
    expect(daysLate(end + 10 * 60_000, due, 10)).toBe(1);
  });
  it('is never late without a due date', () => {
    expect(isLate(Number.MAX_SAFE_INTEGER, null, 0)).toBe(false);
    expect(daysLate(Number.MAX_SAFE_INTEGER, null, 0)).toBe(0);
  });
});
