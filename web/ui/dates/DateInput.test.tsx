// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { useForm, useWatch } from 'react-hook-form';
import { afterEach, beforeAll, describe, expect, it } from 'vitest';
import { wallText } from '../../forms/wallText';
import { takeHours } from '../../data/hours';
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
afterEach(() => {
  cleanup();
  takeHours(24);
});

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
    fireEvent.input(screen.getByLabelText('Due', { selector: '[type=date]' }), {
      target: { value: '2026-03-21' },
    });
    expect(screen.getByRole('button', { name: /calendar, ?Sat/ })).toBeTruthy();
  });
  it('takes a time as people write it, and writes it in their hours', () => {
    takeHours(12);
    render(<Form withTime />);
    const time = screen.getByRole<HTMLInputElement>('textbox', { name: 'Due time' });
    expect(time.value).toBe('11:59\u00a0pm');
    fireEvent.input(time, { target: { value: '930p' } });
    expect(held()).toBe('2026-03-20T21:30');
    expect(time.value).toBe('930p');
    fireEvent.blur(time);
    expect(time.value).toBe('9:30\u00a0pm');
    expect(time.validity.valid).toBe(true);
  });
  it('leaves what is no time as it was typed, and says so', () => {
    render(<Form withTime />);
    const time = screen.getByRole<HTMLInputElement>('textbox', { name: 'Due time' });
    fireEvent.input(time, { target: { value: '25 past' } });
    fireEvent.blur(time);
    expect(time.value).toBe('25 past');
    expect(time.validationMessage).toBe('Write a time, such as 23:59.');
    expect(held()).toBe('2026-03-20T25 past');
    expect(wallText('Europe/Lisbon').safeDecode(held()!).success).toBe(false);
  });
  it('with a day alone means the end of the day, and without a day no date', () => {
    render(<Form withTime />);
    const day = screen.getByLabelText('Due', { selector: '[type=date]' });
    const time = screen.getByRole<HTMLInputElement>('textbox', { name: 'Due time' });
    fireEvent.input(day, { target: { value: '' } });
    fireEvent.blur(day);
    expect(held()).toBe('');
    expect(time.value).toBe('');
    fireEvent.input(day, { target: { value: '2026-04-02' } });
    expect(held()).toBe('2026-04-02T23:59');
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
