import { describe, expect, it } from 'vitest';
import type { ForumView } from '../../../../contract/discuss';
import type { PostLine } from '../../../../contract/posts';
import { mergeForum } from './mergeForum';

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
