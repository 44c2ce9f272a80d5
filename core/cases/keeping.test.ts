import { describe, expect, it } from 'vitest';
import { at, ZONE } from '../testing/fixtures';
import { removedAtAfter } from './keeping';

describe('a decided case', () => {
  it('is removed at the end of the day so many months after its decision', () => {
    expect(removedAtAfter(at('03-04 10:00'), 6, ZONE)).toBe(at('09-05 00:00'));
    expect(removedAtAfter(at('08-31 23:59'), 1, ZONE)).toBe(at('10-01 00:00'));
    expect(new Date(removedAtAfter(at('08-31 12:00'), 18, ZONE)!).toISOString()).toBe(
      '2028-03-01T00:00:00.000Z',
    );
    expect(new Date(removedAtAfter(at('12-31 12:00'), 2, ZONE)!).toISOString()).toBe(
      '2027-03-01T00:00:00.000Z',
    );
  });
  it('stays where the course has no rule, or nothing is decided', () => {
    expect(removedAtAfter(null, 6, ZONE)).toBeNull();
    expect(removedAtAfter(at('03-04 10:00'), null, ZONE)).toBeNull();
  });
});
