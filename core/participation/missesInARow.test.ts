import { describe, expect, it } from 'vitest';
import { missesInARow } from './missesInARow';

const forums = (text: string) =>
  [...text].map((mark, index) => ({ id: `f${index}`, lastDue: index, missed: mark === '-' }));
const marked = (text: string) => [...missesInARow(forums(text))].join(' ');

describe('misses in a row', () => {
  it('are two or more, one right after the other', () => {
    expect(marked('--')).toBe('f0 f1');
    expect(marked('+---+')).toBe('f1 f2 f3');
    expect(marked('--+--')).toBe('f0 f1 f3 f4');
  });
  it('are none where something came in between', () => {
    expect(marked('-+-')).toBe('');
    expect(marked('-')).toBe('');
    expect(marked('')).toBe('');
  });
  it('go by due dates, not by the order of the plan', () => {
    const [first, second, third] = forums('-+-');
    expect([...missesInARow([second!, { ...third!, lastDue: 0.5 }, first!])]).toEqual(['f0', 'f2']);
  });
});
