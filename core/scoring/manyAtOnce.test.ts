import { describe, expect, it } from 'vitest';
import { whyPassedOver } from './manyAtOnce';

const whole = { incomplete: false };

describe('acts on many students', () => {
  it('accept only whole suggestions of those without a score', () => {
    expect(whyPassedOver('accept', 'ready', whole)).toBeNull();
    expect(whyPassedOver('accept', 'changed', whole)).toBeNull();
    expect(whyPassedOver('accept', 'ready', { incomplete: true })).toBe('incomplete');
    expect(whyPassedOver('accept', 'ready', null)).toBe('incomplete');
    expect(whyPassedOver('accept', 'given', whole)).toBe('given');
    expect(whyPassedOver('accept', 'released', whole)).toBe('given');
    expect(whyPassedOver('accept', 'nothing', whole)).toBe('nothing');
    expect(whyPassedOver('accept', 'excused', whole)).toBe('excused');
  });
  it('give 0 and excuse only where nothing was written; a remark reaches everyone', () => {
    for (const act of ['zero', 'excuse'] as const) {
      expect(whyPassedOver(act, 'nothing', null)).toBeNull();
      expect(whyPassedOver(act, 'waiting', whole)).toBe('written');
    }
    expect(whyPassedOver('remark', 'excused', null)).toBeNull();
  });
});
