import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { agreementOf, isToSettle, meanOf, pairOf, type Reading } from './agreement';

const reading = (readerId: string, points: number, at: number): Reading => ({ readerId, points, at });
const teodora = reading('teodora', 800, 10);
const anselm = reading('anselm', 750, 20);

describe('two readings of a student', () => {
  it('are the first two in time; one is none', () => {
    expect(pairOf([teodora])).toBeNull();
    expect(pairOf([anselm, reading('pilar', 100, 30), teodora])).toEqual([teodora, anselm]);
  });
  it('are to be settled while they differ and nobody has since', () => {
    expect(isToSettle([teodora], null)).toBe(false);
    expect(isToSettle([teodora, anselm], null)).toBe(true);
    expect(isToSettle([teodora, { ...anselm, points: 800 }], null)).toBe(false);
    expect(isToSettle([teodora, anselm], 19)).toBe(true);
    expect(isToSettle([teodora, anselm], 20)).toBe(false);
  });
  it('have a mean', () => {
    expect(meanOf([teodora, anselm])).toBe(775);
    expect(meanOf([teodora, { ...anselm, points: 755 }])).toBe(778);
  });
});

describe('how often two evaluators agree', () => {
  it('counts the same, the near ones, and how far apart they are', () => {
    const students = [
      [teodora, anselm],
      [teodora, { ...anselm, points: 800 }],
      [teodora, { ...anselm, points: 600 }],
      [teodora],
    ];
    expect(agreementOf(students, 1000)).toEqual({ pairs: 3, same: 1, near: 2, meanDifference: 83 });
    expect(agreementOf([], 1000)).toEqual({ pairs: 0, same: 0, near: 0, meanDifference: null });
  });
  it('never depends on who read first, and never finds more near than pairs', () => {
    const points = fc.integer({ min: 0, max: 1000 });
    fc.assert(
      fc.property(fc.array(fc.tuple(points, points), { maxLength: 20 }), (pairs) => {
        const of = (turned: boolean) =>
          agreementOf(
            pairs.map(([a, b]) => [reading('aa', turned ? b : a, 1), reading('bb', turned ? a : b, 2)]),
            1000,
          );
        const found = of(false);
        expect(of(true)).toEqual(found);
        expect(found.same).toBeLessThanOrEqual(found.near);
        expect(found.near).toBeLessThanOrEqual(found.pairs);
      }),
    );
  });
});
