// @vitest-environment jsdom
import { act, renderHook } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { ReactNode } from 'react';
import { SWRConfig } from 'swr';
import { getSession } from '../../contract/session';
import { inCourse } from '../testing/inCourse';
import { keptEdit } from './keptEdit';
import { SessionProvider } from './session';
import { useKeptEdit } from './useKeptEdit';
import { useOfferedEdit } from './useOfferedEdit';

const PLACE = { what: 'forum', person: 'teodora', course: 'rvc210', id: 'weir' };

beforeEach(() => {
  vi.useFakeTimers();
  localStorage.clear();
});
afterEach(() => vi.useRealTimers());

describe('an edit kept in the browser', () => {
  it('is read as it was written, until it is dropped', () => {
    const place = keptEdit<{ title: string }>(PLACE);
    expect(place.read()).toBeNull();
    place.write({ value: { title: 'The weir' }, at: 5 });
    expect(keptEdit(PLACE).read()).toEqual({ value: { title: 'The weir' }, at: 5 });
    place.drop();
    expect(place.read()).toBeNull();
  });
  it('is of one person, course and thing', () => {
    keptEdit(PLACE).write({ value: 1, at: 5 });
    for (const other of [{ what: 'groups' }, { person: 'anselm' }, { course: 'other' }, { id: 'mill' }])
      expect(keptEdit({ ...PLACE, ...other }).read()).toBeNull();
  });
  it('a damaged one counts as none', () => {
    keptEdit(PLACE).write({ value: 1, at: 5 });
    localStorage.setItem(localStorage.key(0)!, '{"value":');
    expect(keptEdit(PLACE).read()).toBeNull();
  });
  it('storage that is closed or full stops nobody', () => {
    const closed = () => {
      throw new DOMException('full', 'QuotaExceededError');
    };
    const storage = Object.getPrototypeOf(localStorage) as Storage;
    for (const method of ['getItem', 'setItem', 'removeItem'] as const)
      vi.spyOn(storage, method).mockImplementation(closed);
    const place = keptEdit(PLACE);
    expect(() => {
      place.write({ value: 1, at: 5 });
      place.drop();
    }).not.toThrow();
    expect(place.read()).toBeNull();
    vi.restoreAllMocks();
  });
});

describe('keeping an edit while it is made', () => {
  const session = {
    person: {
      id: 'teodora',
      name: 'Teodora Maric',
      given: 'Teodora',
      sortable: 'Maric, Teodora',
      email: 't@x.example',
      administrator: false,
    },
    token: 'token',
    courses: [],
    now: 0,
    demo: false,
  };
  const Course = inCourse();
  const wrapper = ({ children }: { children: ReactNode }) => (
    <SWRConfig
      value={{
        fallback: { [getSession.path]: session },
        revalidateOnMount: false,
        provider: () => new Map(),
      }}
    >
      <SessionProvider waiting={null} failed={() => null}>
        <Course>{children}</Course>
      </SessionProvider>
    </SWRConfig>
  );
  const useWeir = () => useKeptEdit<string>('forum', 'weir');
  const open = () => renderHook(useWeir, { wrapper });
  const stored = () => keptEdit<string>(PLACE).read()?.value ?? null;
  const wait = (ms: number): void => {
    act(() => {
      vi.advanceTimersByTime(ms);
    });
  };

  it('left by an earlier visit is offered and not put in, until it is taken or thrown away', () => {
    const offer = () => renderHook(() => useOfferedEdit<string>('forum', 'weir'), { wrapper });
    const left = (value: string, at: number) => keptEdit(PLACE).write({ value, at });
    left('The weir', 5);
    const first = offer();
    expect(first.result.current.offered).toEqual({ value: 'The weir', at: 5 });
    expect(stored()).toBeNull();
    // What is typed meanwhile does not take its place.
    act(() => void first.result.current.keep('Another'));
    first.unmount();
    const second = offer();
    expect(second.result.current.offered?.value).toBe('Another');
    act(() => second.result.current.discard());
    expect(second.result.current.offered?.value).toBe('The weir');
    act(() => second.result.current.take());
    expect(second.result.current.offered).toBeNull();
    second.unmount();
    expect(offer().result.current.offered).toBeNull();
  });
  it('writes a moment after the last change, once', () => {
    const { result } = open();
    act(() => void result.current.keep('T'));
    wait(300);
    act(() => void result.current.keep('Th'));
    wait(300);
    expect(stored()).toBeNull();
    expect(result.current.keptAt).toBeNull();
    wait(200);
    expect(stored()).toBe('Th');
    expect(result.current.keptAt).not.toBeNull();
  });
  it('writes at once when the page is left, by a link or by closing it', () => {
    const first = open();
    act(() => void first.result.current.keep('by a link'));
    first.unmount();
    expect(stored()).toBe('by a link');
    const second = open();
    act(() => void second.result.current.keep('by closing'));
    act(() => void dispatchEvent(new Event('pagehide')));
    expect(stored()).toBe('by closing');
  });
  it('gives back on the next visit what was left', () => {
    keptEdit(PLACE).write({ value: 'left', at: 7 });
    const { result } = open();
    expect(result.current.restored).toEqual({ value: 'left', at: 7 });
    expect(result.current.keptAt).toBe(7);
  });
  it('what was saved or thrown away does not come back, also when a change was still waiting', () => {
    keptEdit(PLACE).write({ value: 'left', at: 7 });
    const { result, unmount } = open();
    act(() => void result.current.keep('newer'));
    act(() => void result.current.drop());
    expect([result.current.restored, result.current.keptAt]).toEqual([null, null]);
    wait(1000);
    unmount();
    expect(stored()).toBeNull();
  });
});
