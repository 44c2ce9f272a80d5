import { describe, expect, it } from 'vitest';
import { z } from 'zod';
import { fromWallClock } from '../../core/time/wallClock';
import { chosenText, nameText, percentText, plainText, pointsText, wholeText } from './codecs';
import { wallText } from './wallText';

const ZONE = 'Europe/Lisbon';
const upTo20 = wholeText(z.int().min(0).max(20));
const due = fromWallClock('2026-03-04T23:59', ZONE);
const wrong = (codec: z.ZodType<unknown, string>, typed: string) =>
  codec.safeDecode(typed).error?.issues.map(({ message }) => message);

describe('typed fields', () => {
  it('are read where they make sense', () => {
    expect(upTo20.decode(' 3 ')).toBe(3);
    expect(pointsText.decode('7,5')).toBe(750);
    expect(percentText.decode('33.33')).toBe(3333);
    expect(wallText(ZONE).decode('2026-03-04T23:59')).toBe(due);
    expect(wallText(ZONE).decode('')).toBeNull();
    expect(nameText('the part').decode(' Case ')).toBe('Case');
    expect(plainText.decode('  ')).toBe('');
    expect(chosenText.decode('')).toBeNull();
  });
  it('show what is meant', () => {
    expect(upTo20.encode(3)).toBe('3');
    expect(pointsText.encode(750)).toBe('7.5');
    expect(percentText.encode(3333)).toBe('33.33');
    expect(wallText(ZONE).encode(due)).toBe('2026-03-04T23:59');
    expect(wallText(ZONE).encode(null)).toBe('');
    expect(chosenText.encode(null)).toBe('');
  });
  it.each(['', '-1', '3.5', 'three', '21', '999999'])('a number typed as “%s” is told of', (typed) => {
    expect(wrong(upTo20, typed)).toEqual(['Write a whole number from 0 to 20.']);
  });
  it('points, percentages and dates that make no sense are told of', () => {
    expect(wrong(pointsText, '10.125')).toEqual(['Write points from 0 to 1,000, with at most two decimals.']);
    expect(wrong(pointsText, '-1')).toHaveLength(1);
    expect(wrong(percentText, '101')).toEqual(['Write a percentage from 0 to 100.']);
    expect(wrong(wallText(ZONE), 'soon')).toEqual(['Write a date and a time, such as 4 March 2026, 23:59.']);
    expect(wrong(wallText(ZONE), '2026-02-30T10:00')).toHaveLength(1);
    expect(wrong(nameText('the part'), ' ')).toEqual(['Give the part a name.']);
  });
});
