import fc from 'fast-check';
import { expect, it } from 'vitest';
import { distributionOf } from './distribution';

it('counts scores by tenths of the maximum; the maximum and what is above it stand in the last', () => {
  expect(distributionOf([0, 99, 100, 950, 1000, 1050], 1000)).toEqual({
    count: 6,
    mean: 533,
    lowest: 0,
    highest: 1050,
    stretches: [2, 1, 0, 0, 0, 0, 0, 0, 0, 3],
  });
  expect(distributionOf([], 1000)).toMatchObject({ count: 0, mean: null, lowest: null, highest: null });
});

it('counts every score once, and its mean lies between the lowest and the highest', () => {
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: 0, max: 5000 }), { minLength: 1 }),
      fc.integer({ min: 1, max: 5000 }),
      (scores, maximum) => {
        const { stretches, mean, lowest, highest } = distributionOf(scores, maximum);
        expect(stretches.reduce((sum, n) => sum + n, 0)).toBe(scores.length);
        expect(mean!).toBeGreaterThanOrEqual(lowest!);
        expect(mean!).toBeLessThanOrEqual(highest!);
      },
    ),
  );
});
