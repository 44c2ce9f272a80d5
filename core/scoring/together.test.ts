import { describe, expect, it } from 'vitest';
import type { ExplanationLine } from './kinds/explanation';
import { NO_DECISIONS } from './suggest';
import { givenSingly, givenTogether, groupGivenTo, whyNotTogether } from './together';

const line = (amount: number): ExplanationLine => ({
  code: 'given',
  partId: 'whole',
  amount,
  params: {},
  postIds: [],
});

describe('a score given to a group', () => {
  const given = givenTogether([line(700)], 'Osier Run');
  it('says so in a line that is worth nothing', () => {
    expect(given.at(-1)).toMatchObject({
      code: 'together',
      amount: 0,
      params: { group: 'Osier Run', changed: false },
    });
    expect(groupGivenTo(given)).toBe('Osier Run');
  });
  it('says it still when it is given anew as it was', () => {
    expect(givenSingly([line(700)], given)).toEqual(given);
  });
  it('says that it was changed for one person once it differs, and goes on saying it', () => {
    const changed = givenSingly([line(600)], given);
    expect(changed.at(-1)!.params).toEqual({ group: 'Osier Run', changed: true });
    expect(groupGivenTo(changed)).toBeNull();
    expect(givenSingly([line(600)], changed)).toEqual(changed);
  });
  it('says nothing of it where it never was', () => {
    expect(givenSingly([line(600)], [line(700)])).toEqual([line(600)]);
    expect(groupGivenTo([line(600)])).toBeNull();
  });
});

describe('the sheet of a group', () => {
  const whole = { incomplete: false };
  const total = { override: { points: 500, reason: 'By heart.' } };
  it('reaches whoever has no score, posts or none, and the one whose sheet it is', () => {
    expect(whyNotTogether('ready', whole, NO_DECISIONS, false)).toBeNull();
    expect(whyNotTogether('nothing', whole, NO_DECISIONS, false)).toBeNull();
    expect(whyNotTogether('released', whole, NO_DECISIONS, true)).toBeNull();
  });
  it('passes over who has a score, is excused, is not asked, or lacks points without another total', () => {
    for (const state of ['given', 'released', 'changed'] as const)
      expect(whyNotTogether(state, whole, NO_DECISIONS, false)).toBe('given');
    expect(whyNotTogether('excused', whole, NO_DECISIONS, true)).toBe('excused');
    expect(whyNotTogether('ready', null, total, false)).toBe('notAsked');
    expect(whyNotTogether('ready', { incomplete: true }, NO_DECISIONS, false)).toBe('incomplete');
    expect(whyNotTogether('ready', { incomplete: true }, total, false)).toBeNull();
  });
});
