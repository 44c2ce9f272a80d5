import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { shareOut, type Evaluator, type Shared, type ShareBy } from './shareOut';

const student = (id: string, sectionId: string | null = 'morning', groupIds: string[] = []): Shared => ({
  id,
  sectionId,
  groupIds,
});
const all = (id: string): Evaluator => ({ id, sections: 'all' });
const evening: Evaluator = { id: 'pilar', sections: ['evening'] };
const sizes = (shared: ReadonlyMap<string, string>) => {
  const counts = new Map<string, number>();
  for (const id of shared.values()) counts.set(id, (counts.get(id) ?? 0) + 1);
  return [...counts.values()].sort();
};

describe('a docket shared out', () => {
  it('by number is even', () => {
    const shared = shareOut(
      ['a', 'b', 'c', 'd', 'e'].map((id) => student(id)),
      [all('x'), all('y')],
      'number',
      new Map(),
    );
    expect(sizes(shared)).toEqual([2, 3]);
  });
  it('by groups keeps a group together, and who is in none stands alone', () => {
    const students = [
      student('a', 'morning', ['linnet']),
      student('b', 'morning', ['osier']),
      student('c', 'morning', ['linnet']),
      student('d'),
    ];
    const shared = shareOut(students, [all('x'), all('y')], 'groups', new Map());
    expect(shared.get('a')).toBe(shared.get('c'));
    expect(sizes(shared)).toEqual([2, 2]);
  });
  it('by sections gives a limited assistant their section', () => {
    const students = [student('a', 'evening'), student('b', 'morning'), student('c', 'morning')];
    const shared = shareOut(students, [evening, all('x')], 'sections', new Map());
    expect([...shared]).toEqual([
      ['b', 'x'],
      ['c', 'x'],
      ['a', 'pilar'],
    ]);
  });
  it('leaves students with nobody whom nobody of them works with', () => {
    expect(shareOut([student('a', 'morning')], [evening], 'number', new Map()).size).toBe(0);
  });
  it('leaves those who are for somebody already where they are, and counts them', () => {
    const kept = new Map([
      ['a', 'x'],
      ['b', 'x'],
      ['c', 'gone'],
    ]);
    const shared = shareOut(
      ['a', 'b', 'c', 'd'].map((id) => student(id)),
      [all('x'), all('y')],
      'number',
      kept,
    );
    expect([...shared.values()]).toEqual(['x', 'x', 'y', 'y']);
  });
  it('never gives a student to who may not read them, gives each once, and is as even as can be', () => {
    const section = fc.constantFrom('morning', 'evening', null);
    const students = fc.uniqueArray(
      fc.record({ id: fc.string({ minLength: 1 }), sectionId: section, groupIds: fc.subarray(['g', 'h']) }),
      { selector: ({ id }) => id, maxLength: 40 },
    );
    const evaluators = fc.uniqueArray(
      fc.record({
        id: fc.constantFrom('x', 'y', 'z'),
        sections: fc.oneof(fc.constant('all' as const), fc.subarray(['morning', 'evening'])),
      }),
      { selector: ({ id }) => id },
    );
    const ways = fc.constantFrom<ShareBy>('number', 'sections', 'groups');
    fc.assert(
      fc.property(students, evaluators, ways, (those, by, way) => {
        const shared = shareOut(those, by, way, new Map());
        for (const each of those) {
          const readers = by.filter(
            ({ sections }) =>
              sections === 'all' || (each.sectionId !== null && sections.includes(each.sectionId)),
          );
          const whose = shared.get(each.id);
          if (readers.length === 0) expect(whose).toBeUndefined();
          else expect(readers.map(({ id }) => id)).toContain(whose);
        }
        if (way === 'number' && by.length > 0 && by.every(({ sections }) => sections === 'all')) {
          const counts = by.map(({ id }) => [...shared.values()].filter((whose) => whose === id).length);
          expect(Math.max(...counts) - Math.min(...counts)).toBeLessThanOrEqual(1);
        }
      }),
    );
  });
});
