// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { useForm, useWatch } from 'react-hook-form';
import { afterEach, beforeAll, describe, expect, it } from 'vitest';
import { DateField } from './DateField';

beforeAll(() => {
  // jsdom has no top layer.
  HTMLElement.prototype.showPopover = () => undefined;
  globalThis.ResizeObserver ??= class {
    observe() {}
    unobserve() {}
    disconnect() {}
  };
});
afterEach(cleanup);

/** A form that says what it holds. */
function Form({ withTime }: { withTime: boolean }) {
  const form = useForm({ defaultValues: { due: withTime ? '2026-03-20T23:59' : '2026-03-20' } });
  const due = useWatch({ control: form.control, name: 'due' });
  return (
    <>
      <DateField label="Due" withTime={withTime} {...form.register('due')} />
      <output>{due}</output>
    </>
  );
}
const held = () => screen.getByRole('status').textContent;
const open = () => fireEvent.click(screen.getByRole('button', { name: /^Choose from a calendar/ }));

describe('a field for a date', () => {
  it('says which weekday it is', () => {
    render(<Form withTime />);
    expect(screen.getByRole('button', { name: /calendar, ?Fri/ })).toBeTruthy();
    fireEvent.input(screen.getByLabelText('Due'), { target: { value: '2026-03-21T12:00' } });
    expect(screen.getByRole('button', { name: /calendar, ?Sat/ })).toBeTruthy();
  });
  it('takes a day from the calendar, its time of day kept, and tells the form', () => {
    render(<Form withTime />);
    open();
    fireEvent.click(screen.getByRole('button', { name: /24 March 2026/, hidden: true }));
    expect(held()).toBe('2026-03-24T23:59');
    expect(screen.queryByRole('grid')).toBeNull();
  });
  it('without a time holds the day alone', () => {
    render(<Form withTime={false} />);
    open();
    fireEvent.click(screen.getByRole('button', { name: 'Go to the Next Month', hidden: true }));
    fireEvent.click(screen.getByRole('button', { name: /, 1 April 2026/, hidden: true }));
    expect(held()).toBe('2026-04-01');
  });
});
