import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { branchOf } from './branch';
import { countAnswers } from './countAnswers';
import { countBelow } from './unfold';

const thread = [
  { id: 'a', depth: 0 },
  { id: 'b', depth: 1 },
  { id: 'c', depth: 2 },
  { id: 'd', depth: 2 },
  { id: 'e', depth: 1 },
];

describe('a branch on its own', () => {
  it('is a post with everything below it, from depth 0', () => {
    expect(branchOf(thread, 'b')).toEqual([
      { id: 'b', depth: 0 },
      { id: 'c', depth: 1 },
      { id: 'd', depth: 1 },
    ]);
    expect(branchOf(thread, 'a')).toEqual(thread);
    expect(branchOf(thread, 'e')).toEqual([{ id: 'e', depth: 0 }]);
    expect(branchOf(thread, 'nothing')).toEqual([]);
  });
  it('has as many posts as stand below it, and one more', () => {
    const threads = fc.array(fc.nat({ max: 5 }), { maxLength: 30 }).map((depths) => {
      let before = -1;
      return depths.map((depth, index) => {
        before = index === 0 ? 0 : Math.min(Math.max(depth, 1), before + 1);
        return { id: `p${index}`, depth: before };
      });
    });
    fc.assert(
      fc.property(threads, (posts) => {
        const below = countBelow(posts);
        for (const { id } of posts) expect(branchOf(posts, id)).toHaveLength((below.get(id) ?? 0) + 1);
      }),
    );
  });
});

describe('answers', () => {
  it('are counted as far as they stand', () => {
    const answer = (parentId: string | null, removed = false) => ({ parentId, removed });
    const counts = countAnswers([answer(null), answer('a'), answer('a'), answer('a', true), answer('b')]);
    expect([...counts]).toEqual([
      ['a', 2],
      ['b', 1],
    ]);
  });
});
