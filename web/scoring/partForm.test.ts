import { describe, expect, it } from 'vitest';
import type { Part } from '../../core/course/evaluation';
import { newPart, offerOf, offers, typedPart, withOffer, type TypedPart } from './partForm';
import type { TypedFields } from './partFaces';
import { changed, moved, without, withBelow } from './form/listChanges';

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
      outcomes: ['R1'],
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
const problems = (typed: TypedPart) =>
  typedPart.safeDecode(typed).error?.issues.map(({ path }) => path.join('.')) ?? [];
/** A part of a kind, with some of its own fields typed. */
const typed = (patch: Partial<Omit<TypedPart, 'fields'>>, own: object = {}): TypedPart => {
  const part = newPart('part', { maximum: '4', ...patch });
  return { ...part, fields: { ...part.fields, [part.kind]: { ...part.fields[part.kind], ...own } } };
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
    expect(typedPart.decode(typedPart.encode(part))).toEqual(part);
  });
  it.each<[TypedPart, string]>([
    [typed({ title: ' ' }), 'title'],
    [typed({ maximum: 'many' }), 'maximum'],
    [typed({ kind: 'rubric' }), 'fields.rubric.criteria'],
    [typed({ kind: 'checklist' }), 'fields.checklist.items'],
    [typed({ kind: 'levels' }), 'fields.levels.levels'],
    [typed({ kind: 'perPost' }, { each: '0' }), 'fields.perPost.each'],
    [typed({ kind: 'perPost' }, { combine: 'best', best: '0' }), 'fields.perPost.best'],
    [typed({ kind: 'ratings' }, { atLeast: 'x' }), 'fields.ratings.atLeast'],
    [
      typed({ kind: 'levels' }, { levels: [{ id: 'l', title: 'L', description: '', share: '101' }] }),
      'fields.levels.levels.0.share',
    ],
    [
      typed({ kind: 'checklist' }, { items: [{ id: 'i', title: '', points: '1', slot: '' }] }),
      'fields.checklist.items.0.title',
    ],
    [
      typed(
        { kind: 'rubric' },
        {
          criteria: [
            {
              id: 'c',
              title: 'C',
              description: '',
              outcomes: [],
              basis: 'whole',
              levels: [{ id: 'l', title: 'L', description: '', points: '1;5' }],
            },
          ],
        },
      ),
      'fields.rubric.criteria.0.levels.0.points',
    ],
  ])('%j names %s', (part, field) => {
    expect(problems(part)).toEqual([field]);
  });
  it('is not kept from being read by the fields of ways that are not chosen', () => {
    const part = newPart('part', { maximum: '4' });
    const fields: TypedFields = { ...part.fields, ratings: { atLeast: 'x' } };
    expect(problems({ ...part, fields })).toEqual([]);
  });
  it('is scored in one of the ways offered, and keeps what was typed for another', () => {
    expect(new Set(offers.map(({ name }) => name)).size).toBe(offers.length);
    const all = withOffer(typed({ kind: 'ratings' }, { atLeast: '7' }), 'completion 1');
    expect(all).toMatchObject({ kind: 'completion', fields: { completion: { allOrNothing: true } } });
    expect(offerOf(all).words).toBe('only if all were made');
    expect(withOffer(all, 'ratings').fields.ratings).toEqual({ atLeast: '7' });
  });
  it('takes a comma for a point', () => {
    expect(typedPart.decode(newPart('part', { maximum: '2,5' })).maximum).toBe(250);
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
