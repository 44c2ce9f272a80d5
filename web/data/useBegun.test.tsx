// @vitest-environment jsdom
import { act, renderHook } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { useBegun } from './useBegun';

describe('what an edit was begun on', () => {
  const begun = () => renderHook(({ latest }) => useBegun(latest), { initialProps: { latest: 'first' } });

  it('follows what is known until something is changed', () => {
    const { result, rerender } = begun();
    rerender({ latest: 'second' });
    expect(result.current.view).toBe('second');
  });
  it('stays while it is changed, though something newer is heard of', () => {
    const { result, rerender } = begun();
    act(() => result.current.begin());
    rerender({ latest: 'second' });
    act(() => result.current.begin());
    expect(result.current.view).toBe('first');
  });
  it('is what is known then, once the edit has ended', () => {
    const { result, rerender } = begun();
    act(() => result.current.begin());
    rerender({ latest: 'second' });
    act(() => result.current.end());
    expect(result.current.view).toBe('second');
  });
});
