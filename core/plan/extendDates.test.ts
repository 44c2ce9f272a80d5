import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { resolveTerms } from '../terms/resolveTerms';
import { at, forum, student, terms } from '../testing/fixtures';
import { extendDates } from './extendDates';

const ines = student('ines', { sectionId: 'evening' });
const newId = () => 'new';
const dated = forum({
  schedule: {
    initialDue: at('03-04 23:59'),
    repliesDue: at('03-08 23:59'),
    postingUntil: at('03-10 23:59'),
    visibleUntil: at('04-30 23:59'),
  },
});

describe('more time for one student', () => {
  it('is own terms of theirs alone, and leaves everyone else as they are', () => {
    const { ownTerms, dates } = extendDates(dated, ines, { initialDue: at('03-06 23:59') }, newId);
    expect(dates).toEqual([{ name: 'initialDue', before: at('03-04 23:59'), after: at('03-06 23:59') }]);
    const after = { ...dated, ownTerms };
    expect(resolveTerms(after, ines).dates.initialDue).toBe(at('03-06 23:59'));
    expect(resolveTerms(after, student('bram')).dates).toEqual(dated.schedule);
  });
  it('joins what is said of them alone already', () => {
    const own = terms('x', {
      targets: { kind: 'students', ids: ['ines'] },
      dates: { initialDue: { at: at('03-05 23:59') } },
      numbers: { replies: 1 },
    });
    const { ownTerms } = extendDates(
      { ...dated, ownTerms: [own] },
      ines,
      { repliesDue: at('03-09 23:59') },
      newId,
    );
    expect(ownTerms).toEqual([{ ...own, dates: { ...own.dates, repliesDue: { at: at('03-09 23:59') } } }]);
  });
  it('keeps posting open, and the forum visible, until the last of it', () => {
    const { dates } = extendDates(dated, ines, { repliesDue: at('05-02 12:00') }, newId);
    expect(dates.map(({ name, after }) => [name, after])).toEqual([
      ['repliesDue', at('05-02 12:00')],
      ['postingUntil', at('05-02 12:00')],
      ['visibleUntil', at('05-02 12:00')],
    ]);
  });
  it('asks nothing of a date that is not there, or that would not be later', () => {
    const without = forum({ schedule: { initialDue: at('03-04 23:59') } });
    const asked = { initialDue: at('03-03 12:00'), repliesDue: at('03-09 12:00') };
    expect(extendDates(without, ines, asked, newId)).toEqual({ ownTerms: [], dates: [] });
  });
  it('gives exactly what it says and takes nothing, whatever terms and accommodation there are', () => {
    const day = fc.integer({ min: at('02-20 00:00'), max: at('04-01 00:00') });
    const level = fc.constantFrom('sections', 'groups', 'students');
    const own = fc.array(fc.record({ kind: level, initialDue: day, repliesDue: day }), { maxLength: 4 });
    fc.assert(
      fc.property(own, day, day, fc.nat({ max: 9000 }), (others, initialDue, repliesDue, more) => {
        const who = student('ines', {
          sectionId: 'evening',
          groupIds: ['linnet'],
          accommodationMinutes: more,
        });
        const ids = { sections: 'evening', groups: 'linnet', students: 'ines' };
        const before = {
          ...dated,
          ownTerms: others.map((each, index) =>
            terms(`t${index}`, {
              targets: { kind: each.kind, ids: [ids[each.kind], 'someone'] },
              dates: { initialDue: { at: each.initialDue }, repliesDue: { at: each.repliesDue } },
            }),
          ),
        };
        const { ownTerms, dates } = extendDates(before, who, { initialDue, repliesDue }, newId);
        const had = resolveTerms(before, who).dates;
        const has = resolveTerms({ ...before, ownTerms }, who).dates;
        expect(has).toEqual({ ...had, ...Object.fromEntries(dates.map(({ name, after }) => [name, after])) });
        for (const date of dates) expect(date.after).toBeGreaterThan(date.before);
        if (dates.length > 0)
          expect(has.postingUntil!).toBeGreaterThanOrEqual(Math.max(...dates.map(({ after }) => after)));
      }),
    );
  });
});
