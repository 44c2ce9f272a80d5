import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Cell, Gradebook, Item } from './gradebook';
import { totalOf } from './total';

const item = (id: string, categoryId: string | null, maximum: number): Item => ({
  id,
  forumId: null,
  title: id,
  categoryId,
  maximum,
  display: 'points',
  counts: true,
  extraCredit: false,
});
const given = (points: number): Cell => ({
  asked: true,
  excused: false,
  given: points,
  released: true,
  duePassed: true,
  hasPosts: true,
});
const score = fc
  .integer({ min: 1, max: 500 })
  .chain((maximum) => fc.tuple(fc.constant(maximum), fc.nat({ max: maximum })));

describe('weighting', () => {
  const build = (
    scores: [number, number][],
    mode: Gradebook['mode'],
    weights: number[],
  ): [Gradebook, Map<string, Cell>] => [
    {
      mode,
      letters: [],
      categories: weights.map((weight, index) => ({
        id: `c${index}`,
        title: '',
        weight,
        zeroForMissing: false,
      })),
      items: scores.map(([maximum], index) => item(`i${index}`, `c${index % weights.length}`, maximum)),
    },
    new Map(scores.map(([, points], index) => [`i${index}`, given(points)])),
  ];
  it('of a single category is the same as by points, whatever its weight', () => {
    fc.assert(
      fc.property(
        fc.array(score, { minLength: 1, maxLength: 8 }),
        fc.integer({ min: 1, max: 10_000 }),
        (scores, weight) => {
          const weighted = totalOf(...build(scores, 'weighted', [weight]), 'staff').percent;
          expect(weighted).toBe(totalOf(...build(scores, 'byPoints', [weight]), 'staff').percent);
        },
      ),
    );
  });
  it('lies between the worst and the best category', () => {
    fc.assert(
      fc.property(
        fc.array(score, { minLength: 3, maxLength: 9 }),
        fc.array(fc.integer({ min: 1, max: 9000 }), { minLength: 2, maxLength: 3 }),
        (scores, weights) => {
          const total = totalOf(...build(scores, 'weighted', weights), 'staff');
          const percents = [...total.categories.values()].flatMap(({ percent }) =>
            percent === null ? [] : [percent],
          );
          expect(total.percent!).toBeGreaterThanOrEqual(Math.min(...percents));
          expect(total.percent!).toBeLessThanOrEqual(Math.max(...percents));
        },
      ),
    );
  });
  it('does not change when all weights are scaled alike', () => {
    fc.assert(
      fc.property(
        fc.array(score, { minLength: 2, maxLength: 6 }),
        fc.integer({ min: 1, max: 1000 }),
        fc.integer({ min: 1, max: 1000 }),
        (scores, a, b) => {
          const once = totalOf(...build(scores, 'weighted', [a, b]), 'staff').percent;
          expect(totalOf(...build(scores, 'weighted', [a * 7, b * 7]), 'staff').percent).toBe(once);
        },
      ),
    );
  });
});
