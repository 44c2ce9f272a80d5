import { describe, expect, it } from 'vitest';
import { columnFigures } from './columnFigures';

const given = (points: number, released = false) => ({
  state: released ? 'released' : 'given',
  points,
  released,
});

describe('the figures of a column', () => {
  it('are those of what is given; who is excused or not asked is left out', () => {
    const figures = columnFigures(
      [
        given(1000, true),
        given(400),
        given(700),
        given(100),
        { state: 'nothing' },
        { state: 'ready' },
        { state: 'notAsked' },
        { state: 'excused', points: 900 },
      ],
      1000,
    );
    expect(figures).toMatchObject({
      count: 4,
      mean: 550,
      median: 550,
      lowest: 100,
      highest: 1000,
      released: 1,
      excused: 1,
      missing: 2,
    });
    expect(figures.stretches).toEqual([0, 1, 0, 0, 1, 0, 0, 1, 0, 1]);
  });
  it('have the middle one as their median where their number is odd, and none where nothing is given', () => {
    expect(columnFigures([given(100), given(900), given(200)], 1000).median).toBe(200);
    expect(columnFigures([given(301), given(300)], 1000).median).toBe(301);
    expect(columnFigures([{ state: 'nothing' }], 1000)).toMatchObject({ count: 0, mean: null, median: null });
  });
});
