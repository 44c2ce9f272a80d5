import { describe, expect, it } from 'vitest';
import type { DocketRow } from '../../../../contract/evaluate';
import { filterFrom, filterTo, inDocketOrder, type DocketFilter, filterWords, narrows } from './docketOrder';

const row = (id: string, sketch: Partial<DocketRow> = {}) =>
  ({
    student: { id, sortable: id },
    section: 'Morning',
    groups: [],
    state: 'ready',
    readyAt: null,
    ...sketch,
  }) as unknown as DocketRow;
const rows = [
  row('Đặng, Hà', { readyAt: 3, groups: ['Linnet'] }),
  row('Maas, Ilse', { state: 'given', section: 'Evening' }),
  row('Öst, Ida', { state: 'changed', readyAt: 1 }),
  row('Zhou, Min', { state: 'nothing' }),
];
const ALL: DocketFilter = { state: '', section: '', group: '', evaluator: '', find: '', order: 'name' };
const names = (filter: Partial<DocketFilter>, forum = 'weir') =>
  inDocketOrder(rows, { ...ALL, ...filter }, forum).map(({ student }) => student.id.split(',')[0]);

describe('the docket', () => {
  it('is narrowed by state, section, group and name, whatever marks the letters carry', () => {
    expect(names({ state: 'given' })).toEqual(['Maas']);
    expect(names({ section: 'Evening' })).toEqual(['Maas']);
    expect(names({ group: 'Linnet' })).toEqual(['Đặng']);
    expect(names({ find: 'ost i' })).toEqual(['Öst']);
    expect(names({ find: 'nobody' })).toEqual([]);
  });
  it('is ordered by name, by state, by who was ready first', () => {
    expect(names({})).toEqual(['Đặng', 'Maas', 'Öst', 'Zhou']);
    expect(names({ order: 'state' })).toEqual(['Đặng', 'Öst', 'Zhou', 'Maas']);
    expect(names({ order: 'ready' })).toEqual(['Öst', 'Đặng', 'Maas', 'Zhou']);
  });
  it('is shuffled otherwise in every forum, and alike at every visit', () => {
    const forums = Array.from({ length: 12 }, (_, n) => names({ order: 'shuffled' }, `forum-${n}`).join());
    expect(new Set(forums).size).toBeGreaterThan(5);
    expect(names({ order: 'shuffled' }, 'forum-3').join()).toBe(forums[3]);
  });
  it('leaves in the address only what is not as usual, and reads it again', () => {
    const filter: DocketFilter = { ...ALL, state: 'ready', order: 'shuffled', find: 'a b' };
    expect(filterTo(filter)).toEqual({ state: 'ready', order: 'shuffled', find: 'a b' });
    expect(filterFrom(new URLSearchParams(filterTo(filter)))).toEqual(filter);
    expect(filterFrom(new URLSearchParams('order=wild'))).toEqual(ALL);
  });
});

describe('a filter in words', () => {
  const all = { state: '', section: '', group: '', evaluator: '', find: '', order: 'name' } as const;
  it('says who is shown and in what order', () => {
    expect(filterWords(all, 36)).toBe('Everyone (36), by family name');
    expect(filterWords({ ...all, state: 'ready', section: 'Evening' }, 8)).toBe(
      '8 ready, Evening, by family name',
    );
    expect(filterWords({ ...all, find: 'dang', order: 'shuffled' }, 1)).toBe('1, “dang”, shuffled');
    expect(filterWords({ ...all, state: 'second' }, 3)).toBe('3 for a second reading, by family name');
  });
  it('narrows where anybody is left out; an order leaves out nobody', () => {
    expect(narrows({ ...all, order: 'state' })).toBe(false);
    expect(narrows({ ...all, group: 'Osier Run' })).toBe(true);
  });
});
