import { describe, expect, it } from 'vitest';
import { durationCodec, type TypedDuration } from './duration';

const codec = durationCodec({ least: 0, most: 525_600 }, 'Write a number, 0 for none.');
const wrong = (amount: string, unit: TypedDuration['unit'] = 'days') =>
  codec.safeDecode({ amount, unit }).error?.issues.map(({ path, message }) => [path.join('.'), message]);

describe('a length of time', () => {
  it.each([
    [2880, '2', 'days'],
    [90, '90', 'minutes'],
    [180, '3', 'hours'],
    [0, '0', 'days'],
  ] as const)('of %i minutes is %s %s', (minutes, amount, unit) => {
    expect(codec.encode(minutes)).toEqual({ amount, unit });
    expect(codec.decode({ amount, unit })).toBe(minutes);
  });
  it('may have a decimal where it comes to whole minutes', () => {
    expect(codec.decode({ amount: '1,5', unit: 'hours' })).toBe(90);
    expect(wrong('0.7', 'minutes')).toHaveLength(1);
  });
  it('is none where nothing is typed', () => expect(codec.decode({ amount: ' ', unit: 'days' })).toBe(0));
  it.each(['two', '-1', '366', '1e3'])('of “%s” days is told of', (amount) => {
    expect(wrong(amount)).toEqual([['amount', 'Write a number, 0 for none.']]);
  });
});
