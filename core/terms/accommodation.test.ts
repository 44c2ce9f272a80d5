import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { at, course, forum, post, revision, student, terms } from '../testing/fixtures';
import { participationOf } from '../participation/participationOf';
import { resolveTerms } from './resolveTerms';

const schedule = {
  postingUntil: at('03-10 23:59'),
  initialDue: at('03-04 23:59'),
  repliesDue: at('03-08 23:59'),
};

describe('an accommodation', () => {
  it('is the same as student-level own terms of so many minutes on three dates', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 20_000 }), (plusMinutes) => {
        const dates = {
          postingUntil: { plusMinutes },
          initialDue: { plusMinutes },
          repliesDue: { plusMinutes },
        };
        const own = forum({
          schedule,
          ownTerms: [terms('x', { targets: { kind: 'students', ids: ['ines'] }, dates })],
        });
        const byTerms = resolveTerms(own, student('ines')).dates;
        const byAccommodation = resolveTerms(
          forum({ schedule }),
          student('ines', { accommodationMinutes: plusMinutes }),
        ).dates;
        expect(byAccommodation).toEqual(byTerms);
      }),
    );
  });
  it('never takes anything away, whatever the section or group was given', () => {
    const when = fc.integer({ min: at('03-01 00:00'), max: at('03-20 00:00') });
    fc.assert(
      fc.property(when, when, fc.nat({ max: 5000 }), (section, group, plus) => {
        const f = forum({
          schedule,
          ownTerms: [
            terms('s', {
              targets: { kind: 'sections', ids: ['evening'] },
              dates: { initialDue: { at: section } },
            }),
            terms('g', {
              targets: { kind: 'groups', ids: ['linnet'] },
              dates: { repliesDue: { at: group } },
            }),
          ],
        });
        const base = student('ines', { sectionId: 'evening', groupIds: ['linnet'] });
        const without = resolveTerms(f, base).dates;
        const withIt = resolveTerms(f, { ...base, accommodationMinutes: plus }).dates;
        expect(withIt.initialDue! - without.initialDue!).toBe(plus * 60_000);
        expect(withIt.repliesDue! - without.repliesDue!).toBe(plus * 60_000);
      }),
    );
  });
  it('turns a late post into one on time', () => {
    const f = forum({ schedule, required: { initialRequired: 1 } });
    const posts = [post('p', 'ines', [revision(at('03-06 12:00'), 10)])];
    const state = (accommodationMinutes: number) => {
      const ines = student('ines', { accommodationMinutes });
      const data = course({ students: [ines], forums: [f], posts });
      return participationOf(data, f, ines, at('03-09 12:00')).slots[0]!;
    };
    expect(state(0)).toMatchObject({ state: 'metLate', daysLate: 2 });
    expect(state(1440)).toMatchObject({ state: 'metLate', daysLate: 1 });
    expect(state(2880)).toMatchObject({ state: 'met', daysLate: 0 });
  });
});

describe('a given score', () => {
  it('makes a forum asked all the same, but never a draft', () => {
    const ines = student('ines', { enrolledFrom: at('03-20 08:00') });
    const f = forum({ schedule, required: { initialRequired: 1 } });
    const score = {
      forumId: 'forum',
      studentId: 'ines',
      points: 500,
      givenAt: 1,
      released: false,
      excused: false,
    };
    const notAsked = (g: typeof f, given: boolean) => {
      const data = course({ students: [ines], forums: [g], scores: given ? [score] : [] });
      return participationOf(data, g, ines, at('03-21 08:00')).notAsked;
    };
    expect(notAsked(f, false)).toBe('enrolledAfterEnd');
    expect(notAsked(f, true)).toBeNull();
    expect(notAsked({ ...f, status: 'draft' }, true)).toBe('draft');
  });
});
