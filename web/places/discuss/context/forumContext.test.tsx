// @vitest-environment jsdom
import { cleanup, renderHook } from '@testing-library/react';
import { afterEach, expect, it } from 'vitest';
import type { ForumView } from '../../../../contract/discuss';
import { useFrame } from './forumContext';

afterEach(cleanup);

const forum = {
  id: 'floodplain',
  frozen: false,
  dates: { initialDue: 1 },
  posts: [],
  slots: [],
} as unknown as ForumView;

it('the frame of a forum is the same while posts come and are read, and another once the forum changes', () => {
  const { result, rerender } = renderHook((data: ForumView | undefined) => useFrame(data), {
    initialProps: undefined as ForumView | undefined,
  });
  expect(result.current).toBeUndefined();
  rerender(forum);
  expect(result.current).toBe(forum);
  rerender({ ...forum, posts: [{ id: 'new' }], dates: { initialDue: 1 } } as unknown as ForumView);
  expect(result.current).toBe(forum);
  const moved = { ...forum, dates: { initialDue: 2 } } as unknown as ForumView;
  rerender(moved);
  expect(result.current).toBe(moved);
});
