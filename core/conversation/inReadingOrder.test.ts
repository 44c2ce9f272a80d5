import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { inReadingOrder } from './inReadingOrder';

const posts = [
  { id: 'a', parentId: null },
  { id: 'b', parentId: null },
  { id: 'a1', parentId: 'a' },
  { id: 'b1', parentId: 'b' },
  { id: 'a2', parentId: 'a' },
  { id: 'a11', parentId: 'a1' },
];

describe('reading order', () => {
  it('puts each answer below what it answers, threads by creation', () => {
    expect(inReadingOrder(posts, () => true)).toEqual(['a', 'a1', 'a11', 'a2', 'b', 'b1']);
  });
  it('puts an answer to something that is not there where that would stand', () => {
    expect(inReadingOrder(posts, (id) => id !== 'a1')).toEqual(['a', 'a2', 'a11', 'b', 'b1']);
    expect(inReadingOrder(posts, (id) => !id.startsWith('a1') || id === 'a11')).toContain('a11');
  });
  it('holds every post that is there once, and goes as deep as a thread is', () => {
    const deep = Array.from({ length: 20_000 }, (_, at) => ({
      id: `p${at}`,
      parentId: at === 0 ? null : `p${at - 1}`,
    }));
    expect(inReadingOrder(deep, () => true)).toHaveLength(20_000);
    fc.assert(
      fc.property(fc.array(fc.nat({ max: 30 })), fc.func(fc.boolean()), (parents, isThere) => {
        const all = parents.map((parent, at) => ({
          id: `p${at}`,
          parentId: at === 0 || parent >= at ? null : `p${parent}`,
        }));
        const there = (id: string) => isThere(id);
        const order = inReadingOrder(all, there);
        expect([...order].sort()).toEqual(
          all
            .map(({ id }) => id)
            .filter(there)
            .sort(),
        );
      }),
    );
  });
});
