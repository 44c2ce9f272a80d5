import { describe, expect, it } from 'vitest';
import { shiftForm, type TypedShift } from './shiftForm';

const schema = shiftForm('Europe/Lisbon', ['one', 'two']);
const typed: TypedShift = {
  which: 'from',
  from: '2026-03-29',
  forumIds: [],
  section: '',
  count: '1',
  unit: '7',
  ownTermsToo: true,
  toClassDays: false,
};
const problemsOf = (change: Partial<TypedShift>) =>
  schema.safeParse({ ...typed, ...change }).error?.issues.map(({ path }) => path.join('.')) ?? [];

describe('what is to be shifted', () => {
  it('is everything from midnight of a day on, in the zone of the course', () => {
    expect(schema.parse(typed)).toEqual({
      days: 7,
      from: Date.UTC(2026, 2, 29),
      forumIds: ['one', 'two'],
      sectionId: null,
      ownTermsToo: true,
      toClassDays: false,
    });
  });
  it('is chosen forums, whenever their dates are', () => {
    const chosen = schema.parse({ ...typed, which: 'forums', forumIds: ['two'], section: 'morning' });
    expect(chosen).toMatchObject({ from: null, forumIds: ['two'], sectionId: 'morning' });
  });
  it('goes back with a minus sign, and counts days or weeks', () => {
    expect(schema.parse({ ...typed, count: ' -3 ', unit: '1' }).days).toBe(-3);
    expect(schema.parse({ ...typed, count: '2' }).days).toBe(14);
  });
  it('says which field cannot be read', () => {
    expect(problemsOf({ count: '1.5' })).toEqual(['count']);
    expect(problemsOf({ count: '' })).toEqual(['count']);
    expect(problemsOf({ from: '' })).toEqual(['from']);
    expect(problemsOf({ from: '', which: 'forums' })).toEqual([]);
  });
});
