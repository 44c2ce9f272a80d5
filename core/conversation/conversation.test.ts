import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { arrivals } from './arrivals';
import {
  countQualities,
  filterPosts,
  isLookedFor,
  type PostFacts,
  type PostFilter,
  type PostQuality,
} from './filterPosts';
import { orderThreads, type ThreadOrder } from './orderThreads';
import { readAfter } from './readAfter';

describe('the order of threads', () => {
  const thread = (
    name: string,
    openedAt: number,
    lastAt: number,
    answers: number,
    starter = false,
    pinned = false,
  ) => ({
    name,
    facts: { openedAt, lastAt, answers, starter, pinned },
  });
  const threads = [
    thread('ines', 1, 90, 3),
    thread('bram', 2, 2, 0),
    thread('starter', 3, 40, 9, true),
    thread('chidi', 4, 50, 0),
  ];
  const names = (order: ThreadOrder) =>
    orderThreads(threads, ({ facts }) => facts, order).map(({ name }) => name);
  it('by conversation puts starters first, and else what was opened first', () => {
    expect(names('conversation')).toEqual(['starter', 'ines', 'bram', 'chidi']);
  });
  it('by time goes either way', () => {
    expect(names('newest')).toEqual(['chidi', 'starter', 'bram', 'ines']);
    expect(names('oldest')).toEqual([...names('newest')].reverse());
  });
  it('by activity puts last what has rested longest', () => {
    expect(names('activity')).toEqual(['ines', 'chidi', 'starter', 'bram']);
  });
  it('with the fewest answers first, whoever has waited longest is first', () => {
    expect(names('fewest')).toEqual(['bram', 'chidi', 'ines', 'starter']);
  });
  it('puts pinned threads before all others, in every order', () => {
    const pinned = thread('pinned', 3, 3, 5, false, true);
    for (const order of ['conversation', 'newest', 'oldest', 'activity', 'fewest'] as const)
      expect(orderThreads([...threads, pinned], ({ facts }) => facts, order)[0]!.name).toBe('pinned');
  });
  it('changes nothing but the order, and leaves equals as they came', () => {
    const same = ['a', 'b', 'c'].map((name) => thread(name, 1, 1, 0));
    for (const order of ['conversation', 'newest', 'oldest', 'activity', 'fewest'] as const) {
      expect(names(order).sort()).toEqual(['bram', 'chidi', 'ines', 'starter']);
      expect(orderThreads(same, ({ facts }) => facts, order)).toEqual(same);
    }
    expect(threads[0]!.name).toBe('ines');
  });
});

const plain: PostFacts = {
  id: 'p',
  authorId: 'bram',
  mine: false,
  answersMe: false,
  read: true,
  bookmarked: false,
  answers: 1,
  byStaff: false,
  held: false,
  removed: false,
  short: false,
  late: false,
};
const nothing: PostFilter = { qualities: [], authorId: null, authors: null, found: null };
const facts = fc.record({
  id: fc.constantFrom('a', 'b', 'c', 'd', 'e'),
  authorId: fc.constantFrom('ines', 'bram', null),
  mine: fc.boolean(),
  answersMe: fc.boolean(),
  read: fc.boolean(),
  bookmarked: fc.boolean(),
  answers: fc.nat({ max: 2 }),
  byStaff: fc.boolean(),
  held: fc.boolean(),
  removed: fc.boolean(),
  short: fc.boolean(),
  late: fc.boolean(),
});
const qualities: PostQuality[] = [
  'unread',
  'bookmarked',
  'unanswered',
  'mine',
  'repliesToMe',
  'held',
  'removed',
  'short',
  'late',
];
const filters = fc.record({
  qualities: fc.uniqueArray(fc.constantFrom(...qualities), { maxLength: 3 }),
  authorId: fc.constantFrom('ines', null),
  authors: fc.option(fc.uniqueArray(fc.constantFrom('ines', 'bram')).map((ids) => new Set<string>(ids))),
  found: fc.option(fc.uniqueArray(fc.constantFrom('a', 'b', 'c')).map((ids) => new Set<string>(ids))),
});

describe('filters', () => {
  it('nothing looked for leaves everything', () => {
    expect(isLookedFor(nothing)).toBe(false);
    expect(filterPosts([plain], nothing)).toEqual([plain]);
  });
  it.each<[PostQuality, Partial<PostFacts>]>([
    ['unread', { read: false }],
    ['bookmarked', { bookmarked: true }],
    ['unanswered', { answers: 0 }],
    ['mine', { mine: true }],
    ['repliesToMe', { answersMe: true }],
    ['held', { held: true }],
    ['removed', { removed: true }],
    ['short', { short: true }],
    ['late', { late: true }],
  ])('%s', (quality, change) => {
    const filter = { ...nothing, qualities: [quality] };
    expect(isLookedFor(filter)).toBe(true);
    expect(filterPosts([plain, { ...plain, id: 'q', ...change }], filter).map(({ id }) => id)).toEqual(['q']);
  });
  it('a word of staff, or a removed post, is not left unanswered', () => {
    const alone = { ...plain, answers: 0 };
    const filter = { ...nothing, qualities: ['unanswered' as const] };
    expect(filterPosts([alone, { ...alone, byStaff: true }, { ...alone, removed: true }], filter)).toEqual([
      alone,
    ]);
  });
  it('combine: what is left has every one of them, and nothing else has', () => {
    fc.assert(
      fc.property(fc.array(facts, { maxLength: 12 }), filters, (posts, filter) => {
        const left = filterPosts(posts, filter);
        for (const post of posts) {
          const alone = filter.qualities.every(
            (quality) => filterPosts([post], { ...nothing, qualities: [quality] }).length === 1,
          );
          const author = filter.authorId === null || post.authorId === filter.authorId;
          const circle = filter.authors === null || filter.authors.has(post.authorId ?? '');
          const found = filter.found === null || filter.found.has(post.id);
          expect(left.includes(post)).toBe(alone && author && circle && found);
        }
      }),
    );
  });
  it('the counts are what looking for one more would leave', () => {
    fc.assert(
      fc.property(fc.array(facts, { maxLength: 12 }), filters, (posts, filter) => {
        const counts = countQualities(posts, filter);
        for (const quality of qualities) {
          const more = { ...filter, qualities: [...new Set([...filter.qualities, quality])] };
          expect(counts[quality]).toBe(filterPosts(posts, more).length);
        }
      }),
    );
  });
});

describe('reading', () => {
  it('takes as long as a quick reader takes, within bounds', () => {
    expect([readAfter(0), readAfter(2), readAfter(80), readAfter(120), readAfter(5000)]).toEqual([
      1200, 1200, 10_000, 15_000, 15_000,
    ]);
  });
  it('takes no less for more words', () => {
    fc.assert(fc.property(fc.nat({ max: 2000 }), (words) => readAfter(words + 1) >= readAfter(words)));
  });
});

describe('what comes while someone reads', () => {
  const post = (id: string, mine = false) => ({ id, mine });
  it('is announced, one’s own is not', () => {
    const now = [post('a'), post('b'), post('c', true), post('d')];
    expect(arrivals(new Set(['a']), now).map(({ id }) => id)).toEqual(['b', 'd']);
    expect(arrivals(new Set(['a', 'b', 'd']), now)).toEqual([]);
  });
  it('is nothing on the first look', () => expect(arrivals(null, [post('a')])).toEqual([]));
});
