import { describe, expect, it } from 'vitest';
import type { PostView } from '../../../../contract/posts';
import { filterPosts, type PostQuality } from '../../../../core/conversation/filterPosts';
import { threadsOf } from './conversation';
import { talkOf, threadFacts } from './talk';

function post(id: string, parentId: string | null, change: Partial<PostView> = {}): PostView {
  return {
    id,
    parentId,
    opens: parentId === null,
    questionId: null,
    spaceId: null,
    as: 'text',
    author: { id: 'bram', name: 'Bram Oyelaran', given: 'Bram', sortable: 'Oyelaran, Bram', kind: 'student' },
    mine: false,
    createdAt: 1000,
    editedAt: null,
    words: 40,
    starter: false,
    removed: false,
    waiting: null,
    change: null,
    asideWith: null,
    editedBy: null,
    frozen: false,
    pinned: false,
    isAnswer: false,
    marks: [],
    slot: null,
    read: true,
    bookmarked: false,
    ...change,
  };
}
const left = (posts: readonly PostView[], ...qualities: PostQuality[]) =>
  filterPosts(talkOf(threadsOf(posts)), { qualities, authorId: null, authors: null, found: null }).map(
    ({ id }) => id,
  );

describe('what filters look at on the page', () => {
  const posts = [
    post('mine', null, { mine: true }),
    post('toMe', 'mine', { read: false }),
    post('back', 'toMe', { mine: true }),
    post('alone', null, { bookmarked: true }),
    post('staff', null, { author: { ...post('x', null).author!, kind: 'staff' } }),
    post('gone', null, { removed: true }),
    post('below', 'gone'),
    post('place', null, { as: 'place', author: null, removed: true }),
    post('waits', null, { waiting: 'held' }),
    post('short', null, { slot: { kind: 'initial', number: 1, state: 'short', daysLate: 0 } }),
    post('late', null, { slot: { kind: 'initial', number: 1, state: 'metLate', daysLate: 2 } }),
  ];
  it('finds answers to oneself, but not one’s own additions', () => {
    expect(left([...posts, post('added', 'mine', { mine: true })], 'repliesToMe')).toEqual(['toMe']);
  });
  it('finds who waits for an answer: not staff, not the removed, not who was answered', () => {
    expect(left(posts, 'unanswered')).toEqual(['back', 'alone', 'below', 'waits', 'short', 'late']);
  });
  it('a removed answer is none', () => {
    expect(left([post('a', null), post('b', 'a', { removed: true })], 'unanswered')).toEqual(['a']);
  });
  it('leaves out places without a text, whatever is looked for', () => {
    expect(left(posts)).not.toContain('place');
    expect(left(posts, 'removed')).toEqual(['gone']);
  });
  it.each<[PostQuality, string[]]>([
    ['unread', ['toMe']],
    ['bookmarked', ['alone']],
    ['mine', ['mine', 'back']],
    ['held', ['waits']],
    ['short', ['short']],
    ['late', ['late']],
  ])('finds what is %s', (quality, ids) => expect(left(posts, quality)).toEqual(ids));
});

describe('what the order of threads rests on', () => {
  const [thread] = threadsOf([
    post('a', null, { createdAt: 10 }),
    post('b', 'a', { createdAt: 30 }),
    post('c', 'a', { createdAt: 50, removed: true }),
    post('d', 'b', { createdAt: 40 }),
  ]);
  it('counts the answers that stand, and when the last of them came', () => {
    expect(threadFacts(thread!)).toEqual({
      openedAt: 10,
      lastAt: 40,
      answers: 2,
      starter: false,
      pinned: false,
    });
  });
  it('of an opening alone is the opening’s', () => {
    const [alone] = threadsOf([post('a', null, { createdAt: 10, starter: true })]);
    expect(threadFacts(alone!)).toEqual({
      openedAt: 10,
      lastAt: 10,
      answers: 0,
      starter: true,
      pinned: false,
    });
  });
});
