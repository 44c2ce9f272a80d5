import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { ExplanationLine } from '../scoring/kinds/explanation';
import { intoForum } from './carryScore';
import { itemPoints } from './itemPoints';
import { mergeCell } from './mergeCell';

const line = (amount: number): ExplanationLine => ({
  code: 'given',
  partId: 'part',
  amount,
  params: {},
  postIds: [],
});
const maximum = fc.integer({ min: 1, max: 10_000 });

describe('a score carried to the scale of a forum', () => {
  it('stands as points entered by hand, scaled', () => {
    expect(intoForum(500, [], 1000, 2000)).toMatchObject({ points: 1000, byHand: true, shown: 500 });
    expect(intoForum(500, [], 1000, 2000).lines).toMatchObject([{ code: 'byHand', amount: 1000 }]);
  });
  it('says what it comes back as where the scales do not meet', () => {
    expect(intoForum(1367, [], 2000, 1000)).toMatchObject({ points: 684, shown: 1368 });
  });
  it('is again what the forum came to where it was not touched since, whatever the scales', () => {
    fc.assert(
      fc.property(maximum, maximum, fc.nat(10_000), (itemMaximum, forumMaximum, points) => {
        const given = Math.min(points, forumMaximum);
        const unlinked = itemPoints(given, forumMaximum, itemMaximum);
        const again = intoForum(unlinked, [line(given)], itemMaximum, forumMaximum);
        expect(again).toEqual({ points: given, lines: [line(given)], byHand: false, shown: unlinked });
      }),
    );
  });
  it('is entered by hand where it was changed since', () => {
    expect(intoForum(600, [line(500)], 1000, 1000)).toMatchObject({ points: 600, byHand: true });
  });
});

describe('three values of a cell', () => {
  it.each([
    [800, 800, 800, 'same'],
    [900, 800, 900, 'same'],
    [800, 800, 900, 'stands'],
    [900, 800, 800, 'change'],
    [900, 800, 700, 'conflict'],
    ['excused', null, null, 'change'],
  ] as const)('file %s, then %s, now %s: %s', (file, base, now, merge) => {
    expect(mergeCell<number | string | null>(file, base, now)).toBe(merge);
  });
});
