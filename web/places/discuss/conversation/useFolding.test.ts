// @vitest-environment jsdom
import { act, renderHook } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import type { PostView } from '../../../../contract/posts';
import { threadsOf } from '../context/conversation';
import { useFolding } from './useFolding';

const post = (id: string, parentId: string | null) => ({ id, parentId }) as PostView;
/** a ─ b ─ c, a ─ d; e alone; f ─ g. */
const POSTS = [
  post('a', null),
  post('b', 'a'),
  post('c', 'b'),
  post('d', 'a'),
  post('e', null),
  post('f', null),
  post('g', 'f'),
];

const folding = (posts = POSTS) => {
  const threads = threadsOf(posts);
  const hook = renderHook(() => useFolding(threads));
  const shown = () =>
    threads.map((thread) =>
      hook.result.current
        .shownOf(thread)
        .map(({ placed, folded }) => placed.post.id + (folded === 0 ? '' : `+${folded}`))
        .join(' '),
    );
  return { hook, shown };
};

describe('folding answers away', () => {
  it('shows everything at first, with how much stands below each post', () => {
    const { hook, shown } = folding();
    expect(shown()).toEqual(['a b c d', 'e', 'f g']);
    expect(hook.result.current.isAnyFolded).toBe(false);
    expect(hook.result.current.hasFoldable).toBe(true);
  });

  it('folds what stands below a post, and says how many', () => {
    const { hook, shown } = folding();
    act(() => hook.result.current.fold(['b'], true));
    expect(shown()).toEqual(['a b+1 d', 'e', 'f g']);
    act(() => hook.result.current.fold(['a'], true));
    expect(shown()).toEqual(['a+3', 'e', 'f g']);
    // What was folded within stays folded.
    act(() => hook.result.current.fold(['a'], false));
    expect(shown()).toEqual(['a b+1 d', 'e', 'f g']);
  });

  it('folds every thread to its opening, and unfolds everything', () => {
    const { hook, shown } = folding();
    act(() => hook.result.current.foldAll(true));
    expect(shown()).toEqual(['a+3', 'e', 'f+1']);
    expect(hook.result.current.isAnyFolded).toBe(true);
    act(() => hook.result.current.foldAll(false));
    expect(shown()).toEqual(['a b c d', 'e', 'f g']);
  });

  it('unfolds whatever hides a post that is gone to, and nothing else', () => {
    const { hook, shown } = folding();
    act(() => hook.result.current.fold(['a', 'b', 'f'], true));
    act(() => hook.result.current.reveal('c'));
    expect(shown()).toEqual(['a b c d', 'e', 'f+1']);
    act(() => hook.result.current.reveal('nowhere'));
    expect(shown()).toEqual(['a b c d', 'e', 'f+1']);
  });

  it('shows a thread it does not know whole: one that was found by looking for it', () => {
    const { hook } = folding();
    act(() => hook.result.current.foldAll(true));
    const [found] = threadsOf(POSTS);
    expect(hook.result.current.shownOf(found!).map(({ placed }) => placed.post.id)).toEqual([
      'a',
      'b',
      'c',
      'd',
    ]);
  });

  it('has nothing to fold where nothing is answered', () => {
    expect(folding([post('a', null), post('b', null)]).hook.result.current.hasFoldable).toBe(false);
    expect(folding([]).shown()).toEqual([]);
  });
});
