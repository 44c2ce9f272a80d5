import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Cell, Gradebook, Item } from './gradebook';
import { itemPoints } from './itemPoints';
import { letterOf } from './letter';
import { shownScore } from './shownScore';
import { totalOf } from './total';

const item = (id: string, categoryId: string | null, sketch: Partial<Item> = {}): Item => ({
  id,
  forumId: null,
  title: id,
  categoryId,
  maximum: 1000,
  display: 'points',
  counts: true,
  extraCredit: false,
  ...sketch,
});
const cell = (given: number | null, sketch: Partial<Cell> = {}): Cell => ({
  asked: true,
  excused: false,
  given,
  released: true,
  duePassed: true,
  hasPosts: true,
  ...sketch,
});
const letters = [
  { letter: 'C', from: 0 },
  { letter: 'A', from: 9000 },
  { letter: 'B', from: 7500 },
];
const book = (items: Item[], sketch: Partial<Gradebook> = {}): Gradebook => ({
  mode: 'weighted',
  items,
  categories: [
    { id: 'hearings', title: 'Hearings', weight: 6000, zeroForMissing: false },
    { id: 'drafts', title: 'Drafts', weight: 4000, zeroForMissing: true },
  ],
  letters,
  ...sketch,
});
const total = (b: Gradebook, cells: Record<string, Cell>, who: 'staff' | 'student' = 'staff') =>
  totalOf(b, new Map(Object.entries(cells)), who);

describe('dropping in totals', () => {
  const hearings = { id: 'hearings', title: 'Hearings', weight: 10_000, zeroForMissing: true, drop: 1 };
  const items = [
    item('a', 'hearings', { maximum: 10_000 }),
    item('b', 'hearings', { maximum: 10_000 }),
    item('c', 'hearings', { maximum: 2000 }),
    item('d', null),
  ];
  const cells = { a: cell(8000), b: cell(2000), c: cell(100), d: cell(500) };
  it('leaves out what makes the rest the best possible, weighted or by points', () => {
    const weighted = total(book(items, { categories: [hearings] }), cells);
    expect([...weighted.dropped]).toEqual(['b']);
    expect(weighted.categories.get('hearings')).toMatchObject({
      percent: 6750,
      items: 3,
      of: 3,
      dropped: ['b'],
    });
    expect(weighted.percent).toBe(6750);
    const byPoints = total(book(items, { categories: [hearings], mode: 'byPoints' }), cells);
    expect([...byPoints.dropped]).toEqual(['b']);
    // 81.00 of 120 and 5.00 of 10.
    expect(byPoints.percent).toBe(6615);
  });
  it('drops a zero for missing too, and for a student only of what is released', () => {
    const missing = { ...cells, b: cell(null, { hasPosts: false }) };
    expect([...total(book(items, { categories: [hearings] }), missing).dropped]).toEqual(['b']);
    const hidden = { ...cells, b: cell(2000, { released: false }) };
    expect([...total(book(items, { categories: [hearings] }), hidden, 'student').dropped]).toEqual(['c']);
  });
  it('never drops extra credit, nor the only item', () => {
    const extra = [item('a', 'hearings'), item('x', 'hearings', { extraCredit: true })];
    const result = total(book(extra, { categories: [hearings] }), { a: cell(500), x: cell(0) });
    expect([...result.dropped]).toEqual([]);
    expect(result.percent).toBe(5000);
  });
});

describe('totals', () => {
  const items = [
    item('a', 'hearings'),
    item('b', 'hearings', { maximum: 500 }),
    item('c', 'drafts'),
    item('d', null),
  ];
  it('weigh the categories that have points', () => {
    const result = total(book(items), { a: cell(800), b: cell(500), c: cell(500), d: cell(0) });
    expect(result.categories.get('hearings')).toMatchObject({ earned: 1300, possible: 1500, percent: 8667 });
    expect(result.percent).toBe(7200); // 60 % of 86.666… and 40 % of 50: unrounded, then rounded once
    expect(total(book(items), { a: cell(800) }).percent).toBe(8000);
    expect(total(book(items), {})).toMatchObject({ percent: null, letter: null });
  });
  it('by points count every item', () => {
    expect(total(book(items, { mode: 'byPoints' }), { a: cell(800), d: cell(200) }).percent).toBe(5000);
  });
  it('leave out what is excused, not asked, or does not count', () => {
    const cells = { a: cell(800), b: cell(0, { excused: true }), c: cell(0, { asked: false }) };
    expect(total(book(items), cells)).toMatchObject({ percent: 8000, items: 1, of: 1 });
    expect(total(book([item('a', 'hearings', { counts: false })]), { a: cell(1) }).percent).toBeNull();
  });
  it('zero for missing only past the last due date and with nothing posted or held', () => {
    const only = book([item('c', 'drafts')]);
    const missing = (sketch: Partial<Cell>) =>
      total(only, { c: cell(null, { hasPosts: false, ...sketch }) }).percent;
    expect(missing({})).toBe(0);
    expect(missing({ duePassed: false })).toBeNull();
    expect(missing({ hasPosts: true })).toBeNull();
    expect(total(book([item('a', 'hearings')]), { a: cell(null, { hasPosts: false }) }).percent).toBeNull();
  });
  it('students are totalled on released scores, with how many of how many', () => {
    const cells = { a: cell(800), b: cell(100, { released: false }) };
    expect(total(book(items), cells, 'student')).toMatchObject({ percent: 8000, items: 1, of: 2 });
    expect(total(book(items), cells, 'staff')).toMatchObject({ percent: 6000, items: 2, of: 2 });
  });
  it('extra credit adds to earned only, and may lift above 100', () => {
    const b = book([item('a', 'hearings'), item('x', 'hearings', { extraCredit: true })]);
    expect(total(b, { a: cell(1000), x: cell(300) }).percent).toBe(13000);
    expect(total(b, { x: cell(300) }).percent).toBeNull();
  });
  it('stay within 0 and 100 without extra credit', () => {
    const points = fc.option(fc.nat({ max: 1000 }), { nil: null });
    fc.assert(
      fc.property(points, points, points, fc.nat({ max: 10_000 }), (a, c, d, weight) => {
        const b = book([item('a', 'hearings'), item('c', 'drafts'), item('d', null)]);
        const weighted = { ...b, categories: b.categories.map((category) => ({ ...category, weight })) };
        const { percent } = total(weighted, { a: cell(a), c: cell(c), d: cell(d) });
        if (percent !== null) expect(percent >= 0 && percent <= 10_000).toBe(true);
        if (weight === 0) expect(percent).toBeNull();
      }),
    );
  });
});

describe('letters', () => {
  it('take the first threshold, descending, at or below', () => {
    expect([letterOf(9000, letters), letterOf(8999, letters), letterOf(0, letters), letterOf(1, [])]).toEqual(
      ['A', 'B', 'C', null],
    );
  });
});

describe('a score as its item shows it', () => {
  const shown = (points: number, display: Item['display'], scale = letters) =>
    shownScore(points, { display, maximum: 750 }, scale);
  it('is points, a rounded percentage, its letter, or done for any points above 0', () => {
    expect(shown(500, 'points')).toEqual({ as: 'points', points: 500 });
    expect(shown(500, 'percent')).toEqual({ as: 'percent', percent: 6667 });
    expect(shown(675, 'letter')).toEqual({ as: 'letter', letter: 'A' });
    expect([shown(0, 'done'), shown(1, 'done')]).toEqual([
      { as: 'done', done: false },
      { as: 'done', done: true },
    ]);
  });
  it('is a percentage where the course gives no letters', () => {
    expect(shown(675, 'letter', [])).toEqual({ as: 'percent', percent: 9000 });
  });
});

describe('items fed by a forum', () => {
  it('scale by item maximum over forum maximum, rounded', () => {
    expect(itemPoints(684, 1000, 2000)).toBe(1368);
    expect(itemPoints(1, 300, 100)).toBe(0);
    expect(itemPoints(684, 1000, 1000)).toBe(684);
  });
});
