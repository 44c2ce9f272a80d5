// @vitest-environment jsdom
import { act, cleanup, fireEvent, render, renderHook, screen } from '@testing-library/react';
import { useState } from 'react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { Choice } from './Choice';
import { Field } from './Field';
import { useTyped } from './useTyped';

beforeEach(() => {
  vi.useFakeTimers();
});
afterEach(() => {
  cleanup();
  vi.useRealTimers();
});
const wait = (ms: number): void => {
  act(() => {
    vi.advanceTimersByTime(ms);
  });
};

describe('a field whose value is kept elsewhere', () => {
  const put = vi.fn<(value: string) => void>();
  beforeEach(() => put.mockClear());
  const open = (value = '') => renderHook(({ now }) => useTyped(now, put), { initialProps: { now: value } });
  const type = ({ result }: ReturnType<typeof open>, text: string): void => {
    act(() => {
      result.current[1](text);
    });
  };

  it('shows every letter at once, and is kept once after a pause', () => {
    const field = open();
    for (const text of ['l', 'le', 'lev']) {
      type(field, text);
      wait(100);
      expect(field.result.current[0]).toBe(text);
    }
    expect(put).not.toHaveBeenCalled();
    wait(200);
    expect(put.mock.calls).toEqual([['lev']]);
  });
  it('keeps no spaces at the ends, and lets them stand while typing goes on', () => {
    const field = open();
    type(field, 'river ');
    wait(200);
    expect(put.mock.calls).toEqual([['river']]);
    field.rerender({ now: 'river' });
    expect(field.result.current[0]).toBe('river ');
  });
  it('shows what is changed elsewhere', () => {
    const field = open('river');
    type(field, 'rivers');
    wait(200);
    field.rerender({ now: 'rivers' });
    field.rerender({ now: '' });
    expect(field.result.current[0]).toBe('');
    wait(1000);
    expect(put.mock.calls).toEqual([['rivers']]);
  });
});

describe('a list to choose from', () => {
  it('shows what is picked at once, also where it is kept only later', () => {
    const picked: string[] = [];
    function Slow() {
      const [value, setValue] = useState<'a' | 'b'>('a');
      const choose = (next: 'a' | 'b') => {
        picked.push(next);
        setTimeout(() => setValue(next), 1000);
      };
      return (
        <Choice
          label="Order"
          value={value}
          choose={choose}
          options={[
            ['a', 'first'],
            ['b', 'second'],
          ]}
        />
      );
    }
    render(<Slow />);
    const list = screen.getByRole<HTMLSelectElement>('combobox', { name: 'Order' });
    fireEvent.change(list, { target: { value: 'b' } });
    expect(list.value).toBe('b');
    wait(1000);
    expect([list.value, picked]).toEqual(['b', ['b']]);
  });
});

describe('a text field', () => {
  it('is named by its label; its problem is its description', () => {
    const { rerender } = render(<Field label="E-mail" defaultValue="x" />);
    const field = screen.getByRole('textbox', { name: 'E-mail' });
    expect(field.getAttribute('aria-invalid')).toBe('false');
    expect(field.getAttribute('aria-describedby')).toBeNull();
    rerender(<Field label="E-mail" defaultValue="x" problem="Someone else has it." />);
    expect(screen.getByRole('textbox', { name: 'E-mail' })).toBe(field);
    expect(field.getAttribute('aria-invalid')).toBe('true');
    expect(document.getElementById(field.getAttribute('aria-describedby')!)!.textContent).toBe(
      'Someone else has it.',
    );
  });
});
