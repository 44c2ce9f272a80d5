import { describe, expect, it } from 'vitest';
import { weekOfTerm } from './weekOfTerm';

const term = { firstDay: '2026-02-02', lastDay: '2026-03-29' };

describe('the week of a term', () => {
  it.each([
    ['2026-02-02', 1],
    ['2026-02-08', 1],
    ['2026-02-09', 2],
    ['2026-03-29', 8],
  ])('of %s is week %i', (day, week) => expect(weekOfTerm(day, term)).toBe(week));
  it('is none outside the term', () => {
    expect(weekOfTerm('2026-02-01', term)).toBeNull();
    expect(weekOfTerm('2026-03-30', term)).toBeNull();
  });
});
