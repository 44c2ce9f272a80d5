import { describe, expect, it } from 'vitest';
import { isDay } from './isDay';

describe('a day of the calendar', () => {
  it('is one that its month has', () => {
    for (const day of ['2026-02-28', '2028-02-29', '2000-02-29', '2026-12-31', '2026-01-01'])
      expect(isDay(day), day).toBe(true);
    for (const day of [
      '2026-02-29',
      '1900-02-29',
      '2026-02-30',
      '2026-04-31',
      '2026-13-01',
      '2026-00-10',
      '2026-01-00',
    ])
      expect(isDay(day), day).toBe(false);
  });
  it('is written as year, month and day', () => {
    for (const text of ['', '2026-2-3', '03/04/2026', '2026-02-03T00:00', ' 2026-02-03'])
      expect(isDay(text)).toBe(false);
  });
});
