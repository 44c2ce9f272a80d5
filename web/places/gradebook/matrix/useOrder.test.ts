// @vitest-environment jsdom
import { act, renderHook } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import type { GradebookRow } from '../../../../contract/gradebook';
import type { MatrixFilter } from './columns';
import { useOrder } from './useOrder';

const row = (id: string, percent: number | null, state: 'nothing' | 'ready' = 'nothing'): GradebookRow => ({
  student: { id, name: id, given: id, sortable: id },
  studentNumber: null,
  email: `${id}@fenwick-hollow.example`,
  sectionId: null,
  groupIds: [],
  cells: [{ state, ...(percent !== null && { points: percent / 10 }) }],
  categories: [],
  total: { percent, letter: null, items: 0, of: 0 },
});
const item = {
  id: 'walk',
  version: 1,
  forumId: null,
  title: 'Walk',
  categoryId: null,
  maximum: 1000,
  display: 'points' as const,
  counts: true,
  extraCredit: false,
  dueAt: null,
  follows: false,
  opened: true,
};
const FILTER: MatrixFilter = { who: '', state: '', below: '', find: '', sort: 'total', show: '' };
const shown = (rows: GradebookRow[], filter: Partial<MatrixFilter> = {}) =>
  renderHook(
    (props: { rows: GradebookRow[]; filter: MatrixFilter }) =>
      useOrder({ rows: props.rows, items: [item] }, props.filter),
    { initialProps: { rows, filter: { ...FILTER, ...filter } } },
  );
const ids = (rows: readonly GradebookRow[]) => rows.map(({ student }) => student.id).join(' ');

describe('the order of rows', () => {
  const before = [row('ana', 5000), row('bea', 9000), row('cyd', 7000)];
  const after = [row('ana', 9900), row('bea', 9000), row('cyd', 7000)];

  it('stays when a score changes, with what has changed in it, and can be made anew', () => {
    const { result, rerender } = shown(before);
    expect(ids(result.current.rows)).toBe('bea cyd ana');
    expect(result.current.isStale).toBe(false);
    rerender({ rows: after, filter: FILTER });
    expect(ids(result.current.rows)).toBe('bea cyd ana');
    expect(result.current.rows[2]).toBe(after[0]);
    expect(result.current.isStale).toBe(true);
    act(() => result.current.again());
    expect(ids(result.current.rows)).toBe('ana bea cyd');
    expect(result.current.isStale).toBe(false);
  });

  it('keeps a row that the filter would take away by now, under the hands of who works in it', () => {
    const ready = [row('ana', null, 'ready'), row('bea', null, 'ready'), row('cyd', null)];
    const { result, rerender } = shown(ready, { state: 'ready', sort: 'name' });
    expect(ids(result.current.rows)).toBe('ana bea');
    rerender({
      rows: [row('ana', 8000), row('bea', null, 'ready'), row('cyd', null)],
      filter: { ...FILTER, state: 'ready', sort: 'name' },
    });
    expect(ids(result.current.rows)).toBe('ana bea');
    expect(result.current.isStale).toBe(true);
    act(() => result.current.again());
    expect(ids(result.current.rows)).toBe('bea');
  });

  it('is made anew by another filter or order, and when students come or go', () => {
    const { result, rerender } = shown(before);
    rerender({ rows: after, filter: { ...FILTER, sort: 'name' } });
    expect(ids(result.current.rows)).toBe('ana bea cyd');
    rerender({ rows: after, filter: FILTER });
    expect(ids(result.current.rows)).toBe('ana bea cyd');
    rerender({ rows: [...after, row('dov', 9950)], filter: FILTER });
    expect(ids(result.current.rows)).toBe('dov ana bea cyd');
    rerender({ rows: [after[1]!, after[2]!], filter: FILTER });
    expect(ids(result.current.rows)).toBe('bea cyd');
    expect(result.current.isStale).toBe(false);
  });
});
