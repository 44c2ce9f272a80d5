import { describe, expect, it } from 'vitest';
import { readPoints } from './readPoints';

describe('typed points', () => {
  it.each([
    ['', null],
    [' 5 ', 500],
    ['5.5', 550],
    ['5,25', 525],
    ['-1', -100],
    ['5.', 500],
    ['0', 0],
    ['5.555', undefined],
    ['five', undefined],
    ['1e3', undefined],
  ])('%j is read as %j', (typed, points) => expect(readPoints(typed)).toBe(points));
});
