import { describe, expect, it } from 'vitest';
import { at } from '../testing/fixtures';
import { whyNoMoreTime } from './moreTime';
import type { Slot } from './slot';

const slot = (state: Slot['state'], due: number | null = at('03-04 23:59')) => ({ state, due });

describe('asking for more time', () => {
  it('takes something that is due and not made, also once the date has passed', () => {
    for (const state of ['open', 'short', 'missed', 'pending'] as const)
      expect(whyNoMoreTime([slot('met'), slot(state)], false)).toBeNull();
  });
  it('is not for who has made everything, nor for what has no date', () => {
    expect(whyNoMoreTime([slot('met'), slot('metLate')], false)).toBe('nothingDue');
    expect(whyNoMoreTime([slot('open', null)], false)).toBe('nothingDue');
    expect(whyNoMoreTime([], false)).toBe('nothingDue');
  });
  it('is done once until there is an answer', () => {
    expect(whyNoMoreTime([slot('open')], true)).toBe('asked');
  });
});
