import { describe, expect, it } from 'vitest';
import type { Combination, Part } from '../core/course/evaluation';
import { partWords } from './parts';

const common = { id: 'p', title: 'P', maximum: 400, basis: 'replies' as const };
const perPost = (combine: Combination) =>
  partWords({ ...common, kind: 'perPost', each: 150, combine, unscored: 'zero' });

describe('how a part is scored', () => {
  it.each<[Part, string]>([
    [{ ...common, kind: 'direct' }, 'Judged by your replies.'],
    [{ ...common, kind: 'completion', allOrNothing: false }, 'By how many of the required posts you make.'],
    [
      { ...common, kind: 'completion', allOrNothing: true },
      'All of it when every required post is made, else nothing.',
    ],
    [
      { ...common, kind: 'ratings', atLeast: 1 },
      'What other students give your replies, from 1 to 5, once there is 1 rating.',
    ],
    [
      { ...common, kind: 'ratings', atLeast: 3 },
      'What other students give your replies, from 1 to 5, once there are 3 ratings.',
    ],
  ])('is a sentence: %j', (part, words) => expect(partWords(part)).toBe(words));
  it('says how the scores of posts become one', () => {
    expect(perPost({ by: 'mean' })).toBe('Each post gets up to 1.5; it counts their mean.');
    expect(perPost({ by: 'best', n: 2 })).toContain('the mean of the best 2');
    expect(perPost({ by: 'lowest' })).toContain('the lowest of them');
    expect(perPost({ by: 'mostFrequent', tie: 'lower' })).toContain('the most frequent of them');
    expect(perPost({ by: 'sum' })).toContain('measured by the required posts');
  });
});
