import { describe, expect, it } from 'vitest';
import type { ForumView } from '../../../../contract/discuss';
import type { ForumChange } from '../../../../contract/live';
import type { PostLine } from '../../../../contract/posts';
import { mergeForum, takeChange, together } from './mergeForum';

const line = (
  id: string,
  at: number,
  parentId: string | null = null,
  more: Partial<PostLine> = {},
): PostLine => ({
  id,
  parentId,
  authorId: id.split('-')[0]!,
  at,
  words: 10,
  ...more,
});
const person = (id: string) => ({ id, name: id, given: id, sortable: id });
const forum = (posts: PostLine[], more: Partial<ForumView> = {}): ForumView =>
  ({
    phase: 'open',
    frozen: false,
    sealed: null,
    openThread: { yes: true, reason: { code: 'allowed' } },
    questions: [],
    people: posts.map(({ authorId }) => person(authorId!)),
    posts,
    bodies: [],
    slots: [],
    ...more,
  }) as unknown as ForumView;
const ids = (view: ForumView | null) => view?.posts.map(({ id }) => id);

const before = forum([line('ines-1', 1), line('bram-2', 3, 'ines-1'), line('chidi-1', 2)]);

describe('taking in what changed of a forum', () => {
  it('puts a new answer below what it answers, and a new thread in its time', () => {
    const changed = forum([line('dalia-1', 4, 'bram-2'), line('eyo-1', 5)]);
    const merged = mergeForum(before, changed, ['dalia-1', 'eyo-1']);
    expect(ids(merged)).toEqual(['ines-1', 'bram-2', 'dalia-1', 'chidi-1', 'eyo-1']);
    expect(merged!.people.map(({ id }) => id)).toEqual(['ines', 'bram', 'chidi', 'dalia', 'eyo']);
  });
  it('lets go of what was asked for and did not come', () => {
    expect(ids(mergeForum(before, forum([]), ['bram-2']))).toEqual(['ines-1', 'chidi-1']);
  });
  it('takes over lines that were not asked for by name, and moves what was moved', () => {
    const changed = forum([line('bram-2', 3, 'chidi-1'), line('ines-1', 1, null, { words: 20 })]);
    const merged = mergeForum(before, changed, ['bram-2']);
    expect(ids(merged)).toEqual(['ines-1', 'chidi-1', 'bram-2']);
    expect(merged!.posts[0]!.words).toBe(20);
  });
  it.each([
    ['the phase', forum([], { phase: 'readOnly' })],
    ['a freeze', forum([], { frozen: true })],
    ['the seal', forum([], { sealed: { posts: 1, minWords: 1, liftsAt: null, lifts: 'never' } })],
    ['what may be written', forum([], { openThread: { yes: false, reason: { code: 'oneThreadOnly' } } })],
    ['a frozen thread', forum([line('ines-1', 1, null, { frozen: true })])],
  ])('asks for the whole forum when %s is other than before', (_, changed) => {
    expect(mergeForum(before, changed, ['ines-1'])).toBeNull();
  });
  it('keeps the texts it has', () => {
    const texts = [{ id: 'ines-1' }] as unknown as ForumView['bodies'];
    const merged = mergeForum({ ...before, bodies: texts }, forum([line('eyo-1', 5)]), ['eyo-1']);
    expect(merged!.bodies).toBe(texts);
  });
});

describe('taking in what came with the stream', () => {
  const change = (posts: PostLine[], more: Partial<ForumChange> = {}): ForumChange => ({
    posts,
    fresh: [],
    bodies: [],
    people: posts.map(({ authorId }) => person(authorId!)),
    sealedPosts: null,
    questions: [],
    ...more,
  });
  const open = forum(
    [
      line('ines-1', 1, null, { unread: true }),
      line('bram-2', 3, 'ines-1', { bookmarked: true, spaceId: 'day' }),
    ],
    { spaces: [{ id: 'day', title: 'Day', posts: 1, mine: true }] },
  );
  it('puts what is new in its place, not read yet, and leaves one’s own marks as they are', () => {
    const posts = [
      line('dalia-1', 4, 'bram-2', { spaceId: 'day' }),
      line('bram-2', 3, 'ines-1', { words: 30, spaceId: 'day' }),
      line('ines-1', 1, null, { words: 20 }),
    ];
    const taken = takeChange(open, {
      posts: posts.map(({ id }) => id),
      change: change(posts, { fresh: ['dalia-1'] }),
    })!;
    expect(ids(taken)).toEqual(['ines-1', 'bram-2', 'dalia-1']);
    expect(taken.posts.map(({ words, unread, bookmarked }) => [words, unread, bookmarked])).toEqual([
      [20, true, undefined],
      [30, undefined, true],
      [10, true, undefined],
    ]);
    expect(taken.spaces[0]!.posts).toBe(2);
    expect(taken.people.map(({ id }) => id)).toEqual(['ines', 'bram', 'dalia']);
  });
  it('lets go of what is not there any more', () => {
    expect(ids(takeChange(open, { posts: ['bram-2'], change: change([]) }))).toEqual(['ines-1']);
  });
  it('has asked for a post that comes back: whether it was read is not known here', () => {
    expect(takeChange(open, { posts: ['chidi-1'], change: change([line('chidi-1', 2)]) })).toBeNull();
  });
  it('counts what the seal keeps back, and asks where it has opened or closed', () => {
    const sealed = forum([], {
      spaces: [],
      sealed: { posts: 3, minWords: 10, liftsAt: null, lifts: 'never' },
      questions: [{ id: 'why', html: '', retired: false, sealed: true, sealedPosts: 2 }],
    });
    const more = change([], { sealedPosts: 4, questions: [{ id: 'why', sealedPosts: 3 }] });
    const taken = takeChange(sealed, { posts: [], change: more })!;
    expect([taken.sealed!.posts, taken.questions[0]!.sealedPosts]).toEqual([4, 3]);
    expect(takeChange(sealed, { posts: [], change: change([]) })).toBeNull();
    expect(takeChange(open, { posts: [], change: more })).toBeNull();
  });
  it('takes several as one, the last word on each post', () => {
    const first = change([line('dalia-1', 4), line('eyo-1', 5)], {
      fresh: ['dalia-1', 'eyo-1'],
      sealedPosts: 1,
    });
    const second = change([line('dalia-1', 4, null, { words: 50 })], { sealedPosts: 2 });
    const all = together([
      { posts: ['dalia-1', 'eyo-1'], change: first },
      { posts: ['eyo-1', 'dalia-1'], change: second },
    ]);
    expect(all.posts).toEqual(['dalia-1', 'eyo-1']);
    expect(all.change.posts.map(({ id, words }) => [id, words])).toEqual([['dalia-1', 50]]);
    expect(all.change.sealedPosts).toBe(2);
    expect(all.change.fresh).toEqual(['dalia-1', 'eyo-1']);
  });
});
