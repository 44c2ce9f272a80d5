import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { above, countBelow, unfold, type InOrder } from './unfold';

const thread: InOrder[] = [
  { id: 'ines', depth: 0 },
  { id: 'bram', depth: 1 },
  { id: 'chidi', depth: 2 },
  { id: 'dalia', depth: 1 },
  { id: 'emi', depth: 2 },
  { id: 'sade', depth: 3 },
];
const shown = (...folded: string[]) =>
  unfold(thread, (id) => folded.includes(id)).map(({ post, folded: below }) =>
    below ? `${post.id}+${below}` : post.id,
  );
/** A thread of any shape: each post at most one deeper than the one before. */
const threads = fc.array(fc.nat({ max: 6 }), { minLength: 1, maxLength: 20 }).map((wanted) => {
  let depth = -1;
  return wanted.map((want, index): InOrder => {
    depth = index === 0 ? 0 : Math.max(1, Math.min(want, depth + 1));
    return { id: `p${index}`, depth };
  });
});

describe('folding answers away', () => {
  it('leaves everything where nothing is folded', () => {
    expect(shown()).toEqual(['ines', 'bram', 'chidi', 'dalia', 'emi', 'sade']);
  });
  it('folds one branch and counts what it holds', () => {
    expect(shown('dalia')).toEqual(['ines', 'bram', 'chidi', 'dalia+2']);
    expect(shown('bram', 'emi')).toEqual(['ines', 'bram+1', 'dalia', 'emi+1']);
  });
  it('folds a whole thread; what is folded inside it changes nothing', () => {
    expect(shown('ines')).toEqual(['ines+5']);
    expect(shown('ines', 'dalia')).toEqual(['ines+5']);
  });
  it('of a post without answers folds nothing', () => expect(shown('sade')).toEqual(shown()));
  it('shows or counts every post once, whatever is folded', () => {
    fc.assert(
      fc.property(threads, fc.uniqueArray(fc.nat({ max: 19 })), (posts, folded) => {
        const result = unfold(posts, (id) => folded.includes(Number(id.slice(1))));
        expect(result.reduce((sum, each) => sum + 1 + each.folded, 0)).toBe(posts.length);
        expect(result.map(({ post }) => post.id)).toEqual(
          posts.filter(({ id }) => result.some(({ post }) => post.id === id)).map(({ id }) => id),
        );
      }),
    );
  });
});

describe('what stands above and below', () => {
  it('names the line up to the opening', () => {
    expect(above(thread, 'sade')).toEqual(['emi', 'dalia', 'ines']);
    expect(above(thread, 'ines')).toEqual([]);
    expect(above(thread, 'nobody')).toEqual([]);
  });
  it('counts everything below a post', () => {
    expect(Object.fromEntries(countBelow(thread))).toEqual({ ines: 5, bram: 1, dalia: 2, emi: 1 });
  });
  it('unfolding all above a post shows it', () => {
    fc.assert(
      fc.property(threads, fc.nat({ max: 19 }), (posts, which) => {
        const { id } = posts[which % posts.length]!;
        const line = new Set(above(posts, id));
        const all = unfold(posts, (each) => !line.has(each));
        expect(all.some(({ post }) => post.id === id)).toBe(true);
      }),
    );
  });
  it('a folded post counts away exactly what stands below it', () => {
    fc.assert(
      fc.property(threads, (posts) => {
        const below = countBelow(posts);
        for (const { id } of posts) {
          const [own] = unfold(posts, (each) => each === id).filter(({ post }) => post.id === id);
          expect(own!.folded).toBe(below.get(id) ?? 0);
        }
      }),
    );
  });
});
