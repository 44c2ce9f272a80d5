import { describe, expect, it } from 'vitest';
import type { PostView } from '../../../../contract/posts';
import { threadsOf } from '../context/conversation';
import { likelyHeight, rowsOfPosts, rowsOfThreads } from './rows';

const post = (id: string, parentId: string | null, words = 40) =>
  ({ id, parentId, words, as: 'text' }) as PostView;
const threads = threadsOf([post('a', null), post('b', 'a'), post('c', 'b'), post('d', null)]);
const whole = ({ posts }: (typeof threads)[number]) =>
  posts.map((placed) => ({ placed, folded: 0, below: 0 }));

describe('the rows of a page', () => {
  it('are the posts of the threads, in order; each thread opens with its first', () => {
    const rows = rowsOfThreads(threads, whole);
    expect(rows.map(({ key, opens }) => [key, opens])).toEqual([
      ['a', true],
      ['b', false],
      ['c', false],
      ['d', true],
    ]);
  });
  it('leave out what is folded away, and tell how much', () => {
    const rows = rowsOfThreads(threads, (thread) => [{ placed: thread.posts[0]!, folded: 2, below: 2 }]);
    expect(rows.map(({ key, folded }) => [key, folded])).toEqual([
      ['a', 2],
      ['d', 2],
    ]);
  });
  it('one by one stand at the margin, with what they answer', () => {
    const [row] = rowsOfPosts([threads[0]!.posts[2]!]);
    expect(row).toMatchObject({ alone: true, opens: true, placed: { depth: 0, answers: { id: 'b' } } });
  });
  it('are the higher the more words they have', () => {
    const height = (words: number) =>
      likelyHeight(rowsOfPosts(threadsOf([post('x', null, words)])[0]!.posts)[0]!);
    expect(height(300)).toBeGreaterThan(height(30));
    expect(height(30)).toBeGreaterThan(height(0) - 1);
  });
});
