import { describe, expect, it } from 'vitest';
import { asTyped, dayIn, withDay } from './dayAsTyped';

describe('a day in a field', () => {
  it('is read and written alike, with or without a time', () => {
    expect(asTyped(dayIn('2026-03-29T02:30')!)).toBe('2026-03-29');
    expect(asTyped(dayIn('0987-01-02')!)).toBe('0987-01-02');
    expect(dayIn('')).toBeNull();
  });
  it('is chosen with its time of day kept; without one it is the end of the day', () => {
    const day = dayIn('2026-04-01')!;
    expect(withDay('2026-03-29T08:15', day, true)).toBe('2026-04-01T08:15');
    expect(withDay('', day, true)).toBe('2026-04-01T23:59');
    expect(withDay('2026-03-29', day, false)).toBe('2026-04-01');
  });
});
