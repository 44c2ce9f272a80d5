import { describe, expect, it } from 'vitest';
import { orderOf, sha256Hex } from './unitOrder';

describe('the order of a unit', () => {
  it('follows from the SHA-256 of forum, seed, number and id', () => {
    expect(sha256Hex('f7:0123abcd:0:s1')).toMatch(/^ee289c05/);
    expect(orderOf('f7', '0123abcd', 0, ['s1', 's2', 's3', 's4', 's5'])).toEqual([
      's2',
      's3',
      's5',
      's4',
      's1',
    ]);
  });
});
