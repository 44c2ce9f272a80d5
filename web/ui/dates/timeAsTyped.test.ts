import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readTime, writeTime } from './timeAsTyped';

describe('a time of day', () => {
  it.each([
    ['23:59', '23:59'],
    ['2359', '23:59'],
    ['930', '09:30'],
    ['9.30', '09:30'],
    ['9h30', '09:30'],
    ['9', '09:00'],
    [' 11:59 pm ', '23:59'],
    ['11.59PM', '23:59'],
    ['11 p.m.', '23:00'],
    ['12 am', '00:00'],
    ['12p', '12:00'],
    ['0:00', '00:00'],
  ])('is read from “%s”', (typed, held) => expect(readTime(typed)).toBe(held));
  it.each(['', '24:00', '13 pm', '0 am', '9:60', 'noon', '9:3', '12345', '-1', '1e1'])(
    'is not made of “%s”',
    (typed) => expect(readTime(typed)).toBeNull(),
  );
  it('is read again from what was written, in either hours', () => {
    const time = fc
      .tuple(fc.integer({ min: 0, max: 23 }), fc.integer({ min: 0, max: 59 }))
      .map((parts) => parts.map((part) => String(part).padStart(2, '0')).join(':'));
    fc.assert(
      fc.property(time, fc.constantFrom<12 | 24>(12, 24), (held, hours) => {
        expect(readTime(writeTime(held, hours))).toBe(held);
      }),
    );
  });
  it('that cannot be read is written as it was typed', () => {
    expect(writeTime('at noon', 12)).toBe('at noon');
    expect(writeTime('', 24)).toBe('');
  });
});
