import fc from 'fast-check';
import { decimal } from '../course/points';
import { describe, expect, it } from 'vitest';
import { readCell } from './readCell';

describe('points as people write them', () => {
  it.each([
    ['8.5', 850],
    [' 8,50 ', 850],
    ['8', 800],
    ['.5', 50],
    ['+7', 700],
    ['1,234.5', 123450],
    ['1.234,5', 123450],
    ['1 234,5', 123450],
    ['1\u00a0234.50', 123450],
    ['85 %', 850],
    ['85%', 850],
    ['33,3 %', 333],
    ['8.125', 813],
    ['1.005', 101],
    ['EXCUSED', 'excused'],
    ['none', null],
    ['0', 0],
  ])('%s', (text, value) => {
    expect(readCell(text, 1000, false)).toEqual({ value });
    expect(readCell(text, 1000, true)).toEqual({ value });
  });
  it('takes a lone comma before three digits as the file writes its decimals', () => {
    expect(readCell('1,234', 1000, false)).toEqual({ value: 123400 });
    expect(readCell('1,234', 1000, true)).toEqual({ value: 123 });
  });
  it.each([
    ['=SUM(A1:A3)', 'formula'],
    ['@SUM(A1)', 'formula'],
    ['-1', 'negative'],
    ['−1', 'negative'],
    ['eight', 'notANumber'],
    ['8.5.1', 'notANumber'],
    ['1e3', 'notANumber'],
    ['99999999', 'notANumber'],
    ['', 'notANumber'],
    ['#REF!', 'notANumber'],
  ])('%s is none', (text, problem) => {
    expect(readCell(text, 1000, false)).toEqual({ problem });
  });
  it('reads back whatever the gradebook writes', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 1_000_000 }), fc.boolean(), (points, comma) => {
        expect(readCell(decimal(points), 1000, comma)).toEqual({ value: points });
        expect(readCell(decimal(points).replace('.', ','), 1000, true)).toEqual({ value: points });
      }),
    );
  });
});
