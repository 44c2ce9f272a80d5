import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { MINUTE } from '../time/instant';
import { beginsVisit, visitsInAll, VISITS_APART, withVisit, type VisitDay } from './visits';

/** What is kept of somebody who opens a forum at these minutes of a day. */
const opened = (...minutes: number[]): VisitDay | null =>
  minutes.reduce<VisitDay | null>(
    (day, minute) =>
      beginsVisit(day?.last ?? null, minute * MINUTE) ? withVisit('2026-03-02', day, minute * MINUTE) : day,
    null,
  );

describe('a visit', () => {
  it('begins 30 minutes after the last began: at 10:00 and 10:40, and not at 10:20', () => {
    expect(opened(600, 620, 640)).toEqual({
      ...{ day: '2026-03-02', visits: 2 },
      ...{ first: 600 * MINUTE, last: 640 * MINUTE },
    });
    expect(opened(600, 629)!.visits).toBe(1);
    expect(opened(600, 630)!.visits).toBe(2);
  });
  it('never begins sooner, however often somebody opens the page', () => {
    fc.assert(
      fc.property(fc.array(fc.nat({ max: 1439 }), { minLength: 1 }), (minutes) => {
        const inOrder = [...minutes].sort((a, b) => a - b);
        const day = opened(...inOrder)!;
        const span = (inOrder.at(-1)! - inOrder[0]!) * MINUTE;
        expect(day.visits).toBeLessThanOrEqual(Math.floor(span / VISITS_APART) + 1);
        expect(day.first).toBe(inOrder[0]! * MINUTE);
        expect(opened(...inOrder.flatMap((minute) => [minute, minute]))).toEqual(day);
      }),
    );
  });
  it('is summed over the days', () => {
    expect(visitsInAll([])).toBeNull();
    expect(
      visitsInAll([
        { day: '2026-03-02', visits: 2, first: 5, last: 9 },
        { day: '2026-03-04', visits: 1, first: 20, last: 20 },
      ]),
    ).toEqual({ visits: 3, first: 5, last: 20 });
  });
});
