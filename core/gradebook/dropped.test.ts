import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { dropped, type Droppable } from './dropped';

const items = (...pairs: [number, number][]): Droppable[] =>
  pairs.map(([earned, possible], at) => ({ id: `i${at}`, earned, possible }));

/** Every choice of so many items, as positions. */
function choices(n: number, k: number, from = 0): number[][] {
  if (k === 0) return [[]];
  const all: number[][] = [];
  for (let at = from; at <= n - k; at++)
    for (const rest of choices(n, k - 1, at + 1)) all.push([at, ...rest]);
  return all;
}

/** The best choice by looking at all of them: the highest fraction, then the later last item, then the one before it. */
function bruteForce(all: readonly Droppable[], k: number, extra: number): string[] {
  const drop = Math.min(k, all.length - 1);
  if (drop <= 0) return [];
  const scored = choices(all.length, drop).map((gone) => {
    const kept = all.filter((_, at) => !gone.includes(at));
    return {
      gone,
      earned: kept.reduce((sum, item) => sum + item.earned, extra),
      possible: kept.reduce((sum, item) => sum + item.possible, 0),
    };
  });
  const later = (a: readonly number[], b: readonly number[]) => {
    for (let at = a.length - 1; at >= 0; at--) if (a[at] !== b[at]) return b[at]! - a[at]!;
    return 0;
  };
  const [best] = scored.sort(
    (a, b) => b.earned * a.possible - a.earned * b.possible || later(a.gone, b.gone),
  );
  return best!.gone.map((at) => all[at]!.id);
}

describe('dropping', () => {
  it('is not dropping the lowest percentages', () => {
    const all = items([8000, 10_000], [2000, 10_000], [100, 2000]);
    expect(dropped(all, 1, 0)).toEqual(['i1']);
  });
  it('drops exactly min(k, items − 1)', () => {
    const all = items([100, 100], [100, 100], [0, 100]);
    expect(dropped(all, 0, 0)).toEqual([]);
    expect(dropped(all, 1, 0)).toEqual(['i2']);
    expect(dropped(all, 9, 0)).toHaveLength(2);
    expect(dropped(items([0, 100]), 3, 0)).toEqual([]);
    expect(dropped([], 3, 0)).toEqual([]);
  });
  it('of equally good choices drops the later ones', () => {
    expect(dropped(items([50, 100], [50, 100], [50, 100]), 1, 0)).toEqual(['i2']);
    expect(dropped(items([50, 100], [50, 100], [100, 100], [50, 100]), 2, 0)).toEqual(['i1', 'i3']);
  });
  it('takes extra credit into account, which is earned whatever stays', () => {
    // Without extra credit the large item would stay.
    const all = items([900, 1000], [80, 100]);
    expect(dropped(all, 1, 0)).toEqual(['i1']);
    expect(dropped(all, 1, 100)).toEqual(['i0']);
  });
  it('is never worse than any other choice, and breaks ties by the order of the gradebook', () => {
    const item = fc.record({
      earned: fc.oneof(fc.integer({ min: 0, max: 1200 }), fc.constantFrom(0, 50, 100)),
      possible: fc.oneof(fc.integer({ min: 1, max: 1000 }), fc.constantFrom(50, 100)),
    });
    fc.assert(
      fc.property(
        fc.array(item, { maxLength: 7 }),
        fc.integer({ min: 0, max: 7 }),
        fc.integer({ min: 0, max: 300 }),
        (pairs, k, extra) => {
          const all = pairs.map((pair, at) => ({ id: `i${at}`, ...pair }));
          expect(dropped(all, k, extra)).toEqual(bruteForce(all, k, extra));
        },
      ),
      { numRuns: 500 },
    );
  });
});
