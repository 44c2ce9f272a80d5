import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { DateName, DateTerm, NumberName } from '../course/forum';
import { at, course, forum, student, terms } from '../testing/fixtures';
import { asked } from './asked';
import { resolveTerms } from './resolveTerms';

const example = forum({
  schedule: { postingUntil: at('03-08 23:59'), initialDue: at('03-04 23:59') },
  ownTerms: [
    terms('evening', {
      targets: { kind: 'sections', ids: ['evening'] },
      dates: { initialDue: { at: at('03-05 23:59') } },
    }),
    terms('linnet', { targets: { kind: 'groups', ids: ['linnet'] }, dates: { postingUntil: 'none' } }),
    terms('A', {
      targets: { kind: 'students', ids: ['ines'] },
      dates: { initialDue: { at: at('03-03 23:59') } },
    }),
    terms('B', {
      targets: { kind: 'students', ids: ['ines'] },
      dates: { initialDue: { at: at('03-06 23:59') }, postingUntil: { at: at('03-09 23:59') } },
    }),
  ],
});

describe('own terms, the example of the rules', () => {
  it('Ines: the student level decides, the later of A and B', () => {
    const { dates, sources } = resolveTerms(
      example,
      student('ines', { sectionId: 'evening', groupIds: ['linnet'] }),
    );
    expect(dates.initialDue).toBe(at('03-06 23:59'));
    expect(dates.postingUntil).toBe(at('03-09 23:59'));
    expect(sources.initialDue).toEqual({ from: 'ownTerms', id: 'B', level: 'students' });
  });
  it('Bram: section for one date, group for the other', () => {
    const { dates } = resolveTerms(example, student('bram', { sectionId: 'evening', groupIds: ['linnet'] }));
    expect(dates.initialDue).toBe(at('03-05 23:59'));
    expect(dates.postingUntil).toBeNull();
  });
  it('Chidi: the forum for one date, group for the other', () => {
    const { dates, sources } = resolveTerms(
      example,
      student('chidi', { sectionId: 'morning', groupIds: ['linnet'] }),
    );
    expect(dates.initialDue).toBe(at('03-04 23:59'));
    expect(sources.initialDue).toBeUndefined();
    expect(dates.postingUntil).toBeNull();
  });
  it('Dalia: two more days on what the section gives', () => {
    const dalia = student('dalia', { sectionId: 'evening', accommodationMinutes: 2 * 1440 });
    const { dates, sources } = resolveTerms(example, dalia);
    expect(dates.initialDue).toBe(at('03-07 23:59'));
    expect(dates.postingUntil).toBe(at('03-10 23:59'));
    expect(sources.initialDue).toEqual({ from: 'accommodation', level: 'students' });
  });
});

describe('own terms', () => {
  it('take the most generous of several values at one level', () => {
    const many = forum({
      schedule: { visibleFrom: at('03-01 08:00') },
      required: { replies: 3, initialMinWords: 100 },
      ownTerms: [
        terms('a', {
          targets: { kind: 'students', ids: ['ines'] },
          dates: { visibleFrom: { at: at('02-20 08:00') } },
          numbers: { replies: 1 },
        }),
        terms('b', {
          targets: { kind: 'students', ids: ['ines'] },
          dates: { visibleFrom: { at: at('02-25 08:00') } },
          numbers: { replies: 2, initialMinWords: 0 },
        }),
      ],
    });
    const { dates, numbers } = resolveTerms(many, student('ines'));
    expect(dates.visibleFrom).toBe(at('02-20 08:00'));
    expect(numbers).toMatchObject({ replies: 1, different: 1, initialMinWords: 0 });
  });
  it('ignore plus on an absent date', () => {
    const plus = forum({
      ownTerms: [
        terms('a', {
          targets: { kind: 'students', ids: ['ines'] },
          dates: { initialDue: { plusMinutes: 60 } },
        }),
      ],
    });
    expect(resolveTerms(plus, student('ines')).dates.initialDue).toBeNull();
  });
  it('lower D to R, and let D and the words of the seal follow what the student has', () => {
    const base = forum({
      seal: { minWords: null, lift: 'never' },
      required: { replies: 3, different: 3, initialMinWords: 120 },
    });
    const own = {
      ...base,
      ownTerms: [
        terms('a', {
          targets: { kind: 'students', ids: ['ines'] },
          numbers: { replies: 2, initialMinWords: 60 },
        }),
      ],
    };
    expect(resolveTerms(base, student('ines'))).toMatchObject({
      numbers: { different: 3 },
      sealMinWords: 120,
    });
    expect(resolveTerms(own, student('ines'))).toMatchObject({ numbers: { different: 2 }, sealMinWords: 60 });
  });

  const dateTerm: fc.Arbitrary<DateTerm> = fc.oneof(
    fc.constant('none' as const),
    fc.integer({ min: at('02-01 00:00'), max: at('04-01 00:00') }).map((when) => ({ at: when })),
    fc.integer({ min: -3000, max: 3000 }).map((plusMinutes) => ({ plusMinutes })),
  );
  it('change only what they name, and only for those they name', () => {
    const dates = fc.constantFrom<DateName>(
      'visibleFrom',
      'visibleUntil',
      'postingFrom',
      'postingUntil',
      'initialDue',
      'repliesDue',
    );
    const numbers = fc.constantFrom<NumberName>(
      'initialRequired',
      'initialMinWords',
      'replyMinWords',
      'postMinWords',
      'posts',
      'attachment',
    );
    fc.assert(
      fc.property(dates, dateTerm, numbers, fc.nat({ max: 200 }), (date, term, number, value) => {
        const base = forum({
          schedule: {
            visibleFrom: 1e12,
            visibleUntil: 9e12,
            postingFrom: 2e12,
            postingUntil: 8e12,
            initialDue: 3e12,
            repliesDue: 4e12,
          },
          required: { initialRequired: 1, initialMinWords: 50, replies: 3, posts: 2 },
        });
        const own = {
          ...base,
          ownTerms: [
            terms('x', {
              targets: { kind: 'students', ids: ['ines'] },
              dates: { [date]: term },
              numbers: { [number]: value },
            }),
          ],
        };
        expect({ ...resolveTerms(own, student('bram')), sources: {} }).toEqual({
          ...resolveTerms(base, student('bram')),
          sources: {},
        });
        const before = resolveTerms(base, student('ines'));
        const after = resolveTerms(own, student('ines'));
        expect({ ...after.dates, [date]: 0 }).toEqual({ ...before.dates, [date]: 0 });
        expect({ ...after.numbers, [number]: 0 }).toEqual({ ...before.numbers, [number]: 0 });
      }),
    );
  });
});

describe('not asked', () => {
  const due = forum({
    schedule: { initialDue: at('03-04 23:59'), repliesDue: at('03-08 23:59') },
    required: { initialRequired: 1 },
  });
  const groups = course({ students: [], forums: [] }).groups;
  const ask = (f = due, s = student('ines')) => asked(f, s, resolveTerms(f, s), groups);

  it('names each reason', () => {
    expect(ask({ ...due, status: 'draft' }).notAsked).toBe('draft');
    expect(
      ask({ ...due, audience: { kind: 'listed', sectionIds: ['x'], groupIds: [], studentIds: [] } }).notAsked,
    ).toBe('notInAudience');
    expect(ask({ ...due, readers: 'section' }).notAsked).toBe('noSpace');
    expect(ask(due, student('ines', { removed: true })).notAsked).toBe('removedFromRoster');
    expect(ask(due, student('ines', { enrolledFrom: at('03-09 00:00') })).notAsked).toBe('enrolledAfterEnd');
    expect(ask().notAsked).toBeNull();
  });
  it('drops a single due date that had passed before the enrolment', () => {
    const late = ask(due, student('ines', { enrolledFrom: at('03-06 00:00') }));
    expect(late).toMatchObject({
      notAsked: null,
      initialDue: null,
      repliesDue: at('03-08 23:59'),
      lastDue: at('03-08 23:59'),
    });
  });
  it('asks the union of an audience', () => {
    const listed = {
      ...due,
      audience: {
        kind: 'listed' as const,
        sectionIds: ['evening'],
        groupIds: ['linnet'],
        studentIds: ['bram'],
      },
    };
    expect(ask(listed, student('bram')).notAsked).toBeNull();
    expect(ask(listed, student('x', { sectionId: 'evening' })).notAsked).toBeNull();
    expect(ask(listed, student('x', { groupIds: ['linnet'] })).notAsked).toBeNull();
    expect(ask(listed, student('x')).notAsked).toBe('notInAudience');
  });
});
