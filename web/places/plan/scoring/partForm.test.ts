import { describe, expect, it } from 'vitest';
import type { Part } from '../../../../core/course/evaluation';
import { fieldReader } from '../fields/fieldReader';
import { newPart, partFrom, partToForm, type PartForm } from './partForm';
import { changed, moved, without, withBelow } from './rows';

const common = { id: 'part', title: 'Part', maximum: 400, basis: 'whole' as const };
const rubric: Part = {
  ...common,
  kind: 'rubric',
  anyNumber: true,
  criteria: [
    {
      id: 'claim',
      title: 'Claim',
      description: 'Says it',
      outcome: 'Argues',
      basis: 'initial',
      levels: [
        { id: 'full', title: 'Full', description: 'All of it', points: 400 },
        { id: 'none', title: 'None', description: '', points: 0 },
      ],
    },
  ],
};
const checklist: Part = {
  ...common,
  kind: 'checklist',
  items: [
    { id: 'made', title: 'Made', points: 150, slot: { kind: 'reply', number: 2 } },
    { id: 'kind', title: 'Kind', points: 250, slot: null },
  ],
};
const read = (typed: PartForm) => {
  const reader = fieldReader({});
  return { part: partFrom(typed, 0, undefined, reader), problems: reader.problems };
};

describe('a part of an evaluation in the form', () => {
  it.each<Part>([
    { ...common, kind: 'direct' },
    { ...common, kind: 'completion', allOrNothing: true },
    { ...common, kind: 'completion', allOrNothing: false },
    { ...common, kind: 'ratings', atLeast: 4 },
    { ...common, kind: 'perPost', each: 250, combine: { by: 'best', n: 3 }, unscored: 'zero' },
    {
      ...common,
      kind: 'perPost',
      each: 250,
      combine: { by: 'mostFrequent', tie: 'lower' },
      unscored: 'ignored',
    },
    { ...common, kind: 'perPost', each: 250, combine: { by: 'median' }, unscored: 'incomplete' },
    { ...common, kind: 'levels', levels: [{ id: 'half', title: 'Half', description: 'd', share: 5050 }] },
    rubric,
    checklist,
  ])('$kind comes back as it was', (part) => {
    expect(read(partToForm(part))).toEqual({ part, problems: {} });
  });
  it.each<[Partial<PartForm>, string]>([
    [{ title: ' ' }, 'parts.0.title'],
    [{ points: 'many' }, 'parts.0.points'],
    [{ kind: 'rubric' }, 'parts.0.criteria'],
    [{ kind: 'checklist' }, 'parts.0.items'],
    [{ kind: 'levels' }, 'parts.0.levels'],
    [{ kind: 'perPost', each: '0' }, 'parts.0.each'],
    [{ kind: 'perPost', combine: 'best', best: '0' }, 'parts.0.best'],
    [{ kind: 'ratings', atLeast: 'x' }, 'parts.0.atLeast'],
    [
      { kind: 'levels', levels: [{ id: 'l', title: 'L', description: '', share: '101' }] },
      'parts.0.levels.0.share',
    ],
    [{ kind: 'checklist', items: [{ id: 'i', title: '', points: '1', slot: '' }] }, 'parts.0.items.0.title'],
    [
      {
        kind: 'rubric',
        criteria: [
          {
            id: 'c',
            title: 'C',
            description: '',
            outcome: '',
            basis: 'whole',
            levels: [{ id: 'l', title: 'L', description: '', points: '1;5' }],
          },
        ],
      },
      'parts.0.criteria.0.levels.0.points',
    ],
  ])('%j names %s', (patch, field) => {
    expect(Object.keys(read(newPart('part', { points: '4', ...patch })).problems)).toEqual([field]);
  });
  it('takes a comma for a point', () => {
    expect(read(newPart('part', { points: '2,5' })).part.maximum).toBe(250);
  });
});

describe('rows of a list', () => {
  it('are moved, changed, put below and taken away without touching the list itself', () => {
    const rows = ['a', 'b', 'c'];
    expect(moved(rows, 0, 2)).toEqual(['b', 'c', 'a']);
    expect(withBelow(rows, 0, 'x')).toEqual(['a', 'x', 'b', 'c']);
    expect(without(rows, 1)).toEqual(['a', 'c']);
    expect(changed([{ n: 1 }, { n: 2 }], 1, { n: 3 })).toEqual([{ n: 1 }, { n: 3 }]);
    expect(rows).toEqual(['a', 'b', 'c']);
  });
});
