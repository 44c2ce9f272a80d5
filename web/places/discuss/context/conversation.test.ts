import { describe, expect, it } from 'vitest';
import type { PostView } from '../../../../contract/posts';
import { threadsOf, whichOfAuthor } from './conversation';
import { whyNot } from '../post/whyNot';

const post = (id: string, parentId: string | null) => ({ id, parentId }) as PostView;

describe('a conversation', () => {
  it('falls into threads with depths, in the order it comes', () => {
    const threads = threadsOf([
      post('a', null),
      post('b', 'a'),
      post('c', 'b'),
      post('d', 'a'),
      post('e', null),
    ]);
    expect(
      threads.map((thread) => thread.posts.map(({ post: each, depth }) => `${each.id}${depth}`)),
    ).toEqual([['a0', 'b1', 'c2', 'd1'], ['e0']]);
    expect(threads[0]!.posts[2]!.answers!.id).toBe('b');
  });
  it('begins a thread where what was answered cannot be seen', () => {
    const threads = threadsOf([post('mine', null), post('staff', 'hidden')]);
    expect(threads.map(({ opening }) => opening.id)).toEqual(['mine', 'staff']);
    expect(threads[1]!.posts[0]!.answers).toBeNull();
  });
  it('tells an author’s posts apart where something on them is named', () => {
    const by = (id: string, author: string) => ({ ...post(id, null), author: { id: author } }) as PostView;
    const placed = threadsOf([by('a', 'emi'), by('b', 'bram'), by('c', 'emi')]).flatMap(({ posts }) => posts);
    expect(placed.map(whichOfAuthor)).toEqual(['', '', ' 2']);
  });
  it('stands 1,000 answers deep', () => {
    const posts = Array.from({ length: 1000 }, (_, i) => post(`p${i}`, i === 0 ? null : `p${i - 1}`));
    expect(threadsOf(posts)[0]!.posts.at(-1)!.depth).toBe(999);
  });
});

describe('why something cannot be done', () => {
  const zone = 'Europe/Lisbon';
  const at = Date.UTC(2026, 2, 10, 23, 59);
  it('is told in a sentence, with its date', () => {
    expect(whyNot({ code: 'phase', phase: 'readOnly', reason: { code: 'postingUntil', at } }, zone)).toBe(
      'Posting closed Tue 10 Mar, 23:59. You can still read everything.',
    );
    expect(whyNot({ code: 'phase', phase: 'announced', reason: { code: 'postingFrom', at } }, zone)).toBe(
      'Posting opens Tue 10 Mar, 23:59.',
    );
    expect(whyNot({ code: 'phase', phase: 'readOnly', reason: { code: 'frozen' } }, zone)).toContain(
      'frozen',
    );
    expect(whyNot({ code: 'editTimeOver', until: at }, zone)).toBe(
      'It could be edited until Tue 10 Mar, 23:59.',
    );
    expect(whyNot({ code: 'dueDatePassed', due: at }, zone)).toContain('takes no posts after that');
    expect(whyNot({ code: 'answered' }, zone)).toContain('replied');
  });
});
