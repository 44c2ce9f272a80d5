import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { at, forum, ZONE } from '../testing/fixtures';
import { addDays } from '../time/calendarDay';
import {
  freeDayAt,
  freeDaysBy,
  freeWeeksOf,
  isClassDay,
  nextClassDay,
  onFreeDays,
  toClassDay,
} from './classDays';

const day = (name: string, title = '') => ({ day: `2026-${name}`, title });
/** Good Friday and Easter Monday. */
const easter = freeDaysBy([day('04-03', 'Good Friday'), day('04-06', 'Easter Monday')]);
const week = ['02-16', '02-17', '02-18', '02-19', '02-20'].map((name) => day(name));

describe('days without classes', () => {
  it('make a week without classes once Monday to Friday are without', () => {
    expect(freeWeeksOf(week)).toEqual(['2026-02-16']);
    expect(freeWeeksOf(week.slice(1))).toEqual([]);
    expect(freeWeeksOf([...week, day('02-21'), day('02-24')])).toEqual(['2026-02-16']);
  });
  it('are followed by the next day from Monday to Friday with classes', () => {
    expect(isClassDay('2026-04-02', easter)).toBe(true);
    expect(isClassDay('2026-04-04', easter)).toBe(false);
    expect(nextClassDay('2026-04-03', easter)).toBe('2026-04-07');
    expect(nextClassDay('2026-02-19', freeDaysBy(week))).toBe('2026-02-23');
  });
  it('move a date that falls on one, at the same time of day, and leave every other', () => {
    expect(freeDayAt(at('04-03 23:59'), ZONE, easter)).toBe('Good Friday');
    expect(toClassDay(at('04-03 23:59'), ZONE, easter)).toBe(at('04-07 23:59'));
    // A weekend is a day like others for what is due.
    expect(toClassDay(at('04-04 23:59'), ZONE, easter)).toBe(at('04-04 23:59'));
    expect(freeDayAt(at('04-04 23:59'), ZONE, easter)).toBeNull();
  });
  it('are named where a schedule falls on them', () => {
    const { schedule } = forum({
      schedule: { initialDue: at('04-03 23:59'), repliesDue: at('04-07 23:59') },
    });
    expect(onFreeDays(schedule, ZONE, easter)).toEqual([
      { name: 'initialDue', at: at('04-03 23:59'), freeDay: 'Good Friday' },
    ]);
  });
  it('never keep a date, and never bring it earlier', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.nat({ max: 60 }), { maxLength: 40 }),
        fc.nat({ max: 60 * 24 * 60 }),
        (free, minutes) => {
          const days = freeDaysBy(free.map((n) => ({ day: addDays('2026-03-01', n), title: '' })));
          const date = at('03-01 00:00') + minutes * 60_000;
          const moved = toClassDay(date, ZONE, days);
          expect(freeDayAt(moved, ZONE, days)).toBeNull();
          expect(moved).toBeGreaterThanOrEqual(date);
          expect(toClassDay(moved, ZONE, days)).toBe(moved);
        },
      ),
      { numRuns: 60 },
    );
  });
});
