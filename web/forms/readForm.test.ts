import { describe, expect, it } from 'vitest';
import { z } from 'zod';
import { wholeText } from './codecs';
import { readForm } from './readForm';

const whole = wholeText(z.int().min(0).max(9));
const codec = z.codec(
  z.object({ n: whole, m: whole, rows: z.array(z.object({ id: z.string(), n: whole })) }),
  z.custom<{ sum: number; rows: string[] }>(),
  {
    decode({ n, m, rows }, context) {
      if (n > m) context.issues.push({ code: 'custom', path: ['n'], message: 'Too many.', input: n });
      return { sum: n + m, rows: rows.map((row) => `${row.id}${row.n}`) };
    },
    encode: () => ({ n: 1, m: 2, rows: [] }),
  },
);
const base = { n: '1', m: '2', rows: [{ id: 'a', n: '5' }] };
const read = (change: Partial<typeof base>) => readForm(codec, { ...base, ...change }, base);

describe('a form while it is typed', () => {
  it('means what stands there', () => {
    expect(read({ m: '3' })).toEqual({ value: { sum: 4, rows: ['a5'] }, problems: {} });
  });
  it('lets a field that cannot be read stand as it was, and names it; the others are read', () => {
    expect(read({ n: 'x', m: '4' })).toEqual({
      value: { sum: 5, rows: ['a5'] },
      problems: { n: 'Write a whole number from 0 to 9.' },
    });
  });
  it('leaves out a new row that cannot be read yet; one that was there stands as it was', () => {
    const rows = [
      { id: 'a', n: '' },
      { id: 'b', n: '' },
      { id: 'c', n: '7' },
    ];
    expect(read({ rows })).toMatchObject({ value: { rows: ['a5', 'c7'] } });
    expect(Object.keys(read({ rows }).problems)).toEqual(['rows.0.n', 'rows.1.n']);
  });
  it('looks at bounds across fields once all can be read', () => {
    expect(read({ n: '5', rows: [{ id: 'a', n: 'x' }] })).toEqual({
      value: { sum: 3, rows: ['a5'] },
      problems: { n: 'Too many.', 'rows.0.n': 'Write a whole number from 0 to 9.' },
    });
  });
});
