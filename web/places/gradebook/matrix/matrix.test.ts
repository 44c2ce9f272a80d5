import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { GradebookCell, GradebookItem, GradebookRow } from '../../../../contract/gradebook';
import { typedValue } from '../cell/typedValue';
import { excusedOrBack, MatrixCells, valueIn } from './cells';
import { cellWords } from './cellWords';
import { groupsOf, rowsShown, type MatrixFilter } from './columns';
import { beside, placeAfter, type CellPlace } from './moves';

const item = (id: string, categoryId: string | null, change: Partial<GradebookItem> = {}): GradebookItem => ({
  id,
  version: 1,
  forumId: null,
  title: id,
  categoryId,
  maximum: 1000,
  display: 'points',
  counts: true,
  extraCredit: false,
  dueAt: null,
  follows: false,
  opened: true,
  ...change,
});
const category = (id: string) => ({ id, title: id, weight: 5000, zeroForMissing: false, drop: 0 });
const row = (id: string, cells: GradebookCell[], percent: number | null = null): GradebookRow => ({
  student: { id, name: `${id} Example`, given: id, sortable: `Example, ${id}` },
  studentNumber: `no-${id}`,
  email: `${id}@fenwick-hollow.example`,
  sectionId: id < 'c' ? 'morning' : 'evening',
  groupIds: id === 'ana' ? ['heron'] : [],
  cells,
  categories: [],
  total: { percent, letter: null, items: 0, of: 0 },
});
const NOTHING: MatrixFilter = { who: '', state: '', below: '', find: '', sort: 'name', show: '' };

describe('the columns', () => {
  it('stand by category, each with its sum, then those in none, then the total', () => {
    const view = {
      mode: 'weighted' as const,
      categories: [category('hearings'), category('drafts')],
      items: [item('a', 'hearings'), item('b', null), item('c', 'drafts'), item('d', 'hearings')],
    };
    const groups = groupsOf(view);
    expect(groups.map(({ from, columns }) => [from, columns.map(({ key }) => key).join(' ')])).toEqual([
      [0, 'a d sum hearings'],
      [3, 'c sum drafts'],
      [5, 'b'],
      [6, 'total'],
    ]);
    expect(groupsOf({ ...view, items: [] }).map(({ key }) => key)).toEqual(['hearings', 'drafts', 'course']);
  });
});

describe('the rows that are shown', () => {
  const items = [item('quiz', null), item('weir', null, { forumId: 'weir', opened: false })];
  const rows = [
    row('ana', [{ state: 'given', points: 800 }, { state: 'nothing' }], 8000),
    row('bea', [{ state: 'released', points: 900, released: true }, { state: 'ready' }], 9000),
    row('cyd', [{ state: 'nothing', zero: true }, { state: 'nothing' }], null),
  ];
  const shown = (change: Partial<MatrixFilter>) =>
    rowsShown({ rows, items }, { ...NOTHING, ...change })
      .map(({ student }) => student.id)
      .join(' ');
  it.each([
    [{}, 'ana bea cyd'],
    [{ who: 'section:morning' }, 'ana bea'],
    [{ who: 'group:heron' }, 'ana'],
    [{ state: 'ready' }, 'bea'],
    [{ state: 'unreleased' }, 'ana'],
    [{ state: 'zero' }, 'cyd'],
    [{ state: 'nothing' }, 'cyd'],
    [{ below: '85' }, 'ana'],
    [{ below: '80,5' }, 'ana'],
    [{ below: 'much' }, 'ana bea cyd'],
    [{ find: 'BEA' }, 'bea'],
    [{ find: 'no-cyd' }, 'cyd'],
    [{ sort: 'total' }, 'bea ana cyd'],
    [{ sort: 'quiz' }, 'bea ana cyd'],
    [{ who: 'section:evening', state: 'ready' }, ''],
  ])('%o', (change, ids) => {
    expect(shown(change)).toBe(ids);
  });
});

describe('a cell in words', () => {
  const words = (
    cell: GradebookCell,
    change: Partial<GradebookItem> = {},
    show: MatrixFilter['show'] = '',
  ) => {
    const { text, mark, also, struck } = cellWords(
      cell,
      item('quiz', null, change),
      [{ letter: 'A', from: 0 }],
      show,
    );
    return [mark === '' ? text : `${text} ${mark}`, also, struck];
  };
  it('says what is given and whether the student knows it', () => {
    expect(words({ state: 'released', points: 850, released: true })).toEqual(['8.50', 'released', false]);
    expect(words({ state: 'given', points: 850 })).toEqual(['8.50 unreleased', 'not released', false]);
    expect(words({ state: 'changed', points: 850 })).toEqual(['8.50 changed', 'changed since', false]);
    expect(words({ state: 'given', points: 850, dropped: true })).toEqual([
      '8.50 unreleased',
      'not released, dropped',
      true,
    ]);
    expect(words({ state: 'given', points: 850 }, {}, 'percent')[0]).toBe('85.00 % unreleased');
    expect(words({ state: 'given', points: 850 }, { display: 'letter' })[0]).toBe('A unreleased');
  });
  it('says what keeps it empty', () => {
    expect(words({ state: 'nothing', zero: true })).toEqual(['nothing, 0', '', false]);
    expect(words({ state: 'nothing' })).toEqual(['·', 'nothing', false]);
    expect(words({ state: 'nothing' }, { forumId: 'weir' })).toEqual(['nothing', '', false]);
    expect(words({ state: 'nothing' }, { forumId: 'weir', opened: false })).toEqual([
      '·',
      'not open yet',
      false,
    ]);
    expect(words({ state: 'notAsked' })).toEqual(['·', 'not asked', false]);
    expect(words({ state: 'excused', points: 850 })).toEqual(['excused', '', false]);
  });
});

describe('going from cell to cell', () => {
  const extent = { rows: 36, columns: 12, page: 14 };
  const go = (place: CellPlace, key: string, ctrl = false) => placeAfter(place, { key, ctrl }, extent);
  it.each([
    ['ArrowDown', false, { row: 6, column: 4 }],
    ['ArrowUp', true, { row: 0, column: 4 }],
    ['ArrowLeft', true, { row: 5, column: -1 }],
    ['Home', false, { row: 5, column: 0 }],
    ['Home', true, { row: 0, column: -1 }],
    ['End', false, { row: 5, column: 11 }],
    ['End', true, { row: 35, column: 11 }],
    ['PageDown', false, { row: 19, column: 4 }],
    ['PageUp', false, { row: 0, column: 4 }],
  ] as const)('%s (Ctrl: %s)', (key, ctrl, place) => {
    expect(go({ row: 5, column: 4 }, key, ctrl)).toEqual(place);
  });
  it('never leaves the matrix, whatever is pressed', () => {
    const keys = fc.constantFrom(
      'ArrowUp',
      'ArrowDown',
      'ArrowLeft',
      'ArrowRight',
      'Home',
      'End',
      'PageUp',
      'PageDown',
    );
    fc.assert(
      fc.property(fc.array(fc.tuple(keys, fc.boolean()), { maxLength: 40 }), (presses) => {
        let place: CellPlace = { row: 0, column: 0 };
        for (const [key, ctrl] of presses) place = go(place, key, ctrl)!;
        expect(place.row).toBeGreaterThanOrEqual(-1);
        expect(place.row).toBeLessThan(extent.rows);
        expect(place.column).toBeGreaterThanOrEqual(-1);
        expect(place.column).toBeLessThan(extent.columns);
      }),
    );
    expect(go({ row: 0, column: 0 }, 'a')).toBeNull();
  });
  it('goes on beside a cell that is kept', () => {
    expect(beside({ row: 3, column: 3 }, 'down')).toEqual({ row: 4, column: 3 });
    expect(beside({ row: 3, column: 3 }, 'left')).toEqual({ row: 3, column: 2 });
    expect(beside({ row: 3, column: 3 }, 'stay')).toEqual({ row: 3, column: 3 });
  });
});

describe('what is typed into a cell', () => {
  it('is points, a share of the maximum, excused, or nothing', () => {
    expect(typedValue('8,5', 1000).value).toBe(850);
    expect(typedValue('85 %', 2000).value).toBe(1700);
    expect(typedValue(' Excused ', 1000).value).toBe('excused');
    expect(typedValue('', 1000)).toEqual({ value: null, problem: null });
  });
  it('is told what would be right', () => {
    expect(typedValue('10.01', 1000).problem).toContain('At most 10.');
    expect(typedValue('-1', 1000).problem).toBe('Points are 0 or more.');
    expect(typedValue('=A1', 1000).problem).toContain('not a formula');
    expect(typedValue('well', 1000).problem).toContain('8.5');
  });
});

describe('the cells', () => {
  const given: GradebookCell = { state: 'given', points: 750 };
  const view = {
    mode: 'weighted' as const,
    categories: [category('quiz')],
    items: [item('one', 'quiz'), item('two', 'quiz', { forumId: 'floodplain' })],
  };
  const columns = groupsOf(view).flatMap((group) => group.columns);
  const cells = new MatrixCells([row('ana', [given, { state: 'ready' }])], columns);

  it('are named by whose they are and what stands there', () => {
    expect(cells.named({ row: 0, column: 0 })).toEqual({ item: 'one', student: 'ana', before: 750 });
    expect(valueIn({ state: 'excused', points: 750 })).toBe('excused');
    expect(valueIn({ state: 'nothing' })).toBe(null);
  });
  it('are entered by hand where no forum feeds them, and there is a student', () => {
    expect(cells.isByHand({ row: 0, column: 0 })).toBe(true);
    expect(cells.isByHand({ row: 0, column: 1 })).toBe(false);
    expect(cells.isByHand({ row: 0, column: 2 })).toBe(false);
    expect(cells.isByHand({ row: -1, column: 0 })).toBe(false);
    expect(cells.isByHand({ row: 0, column: -1 })).toBe(false);
  });
  it('begin at the forum or the item an address names, else at the first', () => {
    expect(cells.first('floodplain')).toEqual({ row: 0, column: 1 });
    expect(cells.first('two')).toEqual({ row: 0, column: 1 });
    expect(cells.first('gone')).toEqual({ row: 0, column: 0 });
    expect(cells.first(null)).toEqual({ row: 0, column: 0 });
  });
  it('are held within what is shown', () => {
    expect(cells.within({ row: 7, column: 9 })).toEqual({ row: 0, column: columns.length - 1 });
    expect(cells.within({ row: -4, column: -4 })).toEqual({ row: -1, column: -1 });
  });
  it('get back what was given when they are excused no more', () => {
    expect(excusedOrBack(given)).toBe('excused');
    expect(excusedOrBack({ state: 'excused', points: 750 })).toBe(750);
    expect(excusedOrBack({ state: 'excused' })).toBe(null);
  });
});
