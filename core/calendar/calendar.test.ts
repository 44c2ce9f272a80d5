import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { at, course, forum, post, revision, student, terms } from '../testing/fixtures';
import { DAY, HOUR } from '../time/instant';
import { entryKey, inTime } from './entry';
import { CANCELLED_FOR, nextSaid, type Said, type Saying } from './said';
import { staffEntries } from './staffEntries';
import { studentDates } from './studentEntries';

const ines = student('ines', { sectionId: 'evening' });
const bram = student('bram');
const weir = forum({
  id: 'weir',
  schedule: {
    visibleFrom: at('03-01 08:00'),
    visibleUntil: at('04-01 08:00'),
    postingFrom: at('03-02 08:00'),
    postingUntil: at('03-10 23:59'),
    initialDue: at('03-04 23:59'),
    repliesDue: at('03-08 23:59'),
  },
  required: { initialRequired: 1, replies: 2 },
});
const noon = at('03-03 12:00');
const named = (entries: readonly { date: string; at: number }[]) =>
  entries.map((each) => [each.date, each.at]);
const of = (one: typeof weir, who = ines, t = noon, more: Partial<Parameters<typeof course>[0]> = {}) =>
  studentDates(course({ students: [ines, bram], forums: [one], ...more }), one, who, t);

describe('the dates of a student', () => {
  it('are when posting opens and closes, and what is due, at its minute and without grace', () => {
    expect(named(of({ ...weir, graceMinutes: 30 }).entries)).toEqual([
      ['postingFrom', at('03-02 08:00')],
      ['initialDue', at('03-04 23:59')],
      ['repliesDue', at('03-08 23:59')],
      ['postingUntil', at('03-10 23:59')],
    ]);
    const late = { ...weir, schedule: { ...weir.schedule, initialDue: at('03-04 23:59') + 30_000 } };
    expect(of(late).entries[1]!.at).toBe(at('03-04 23:59'));
  });
  it('name a due date only where something of theirs is due then', () => {
    const only = { ...weir, required: { ...weir.required, replies: 0 } };
    expect(of(only).entries.map(({ date }) => date)).not.toContain('repliesDue');
    const alike = {
      ...weir,
      schedule: { ...weir.schedule, repliesDue: weir.schedule.initialDue },
      required: { ...weir.required, initialRequired: 0 },
    };
    const dates = of(alike).entries.map(({ date }) => date);
    expect(dates).toContain('repliesDue');
    expect(dates).not.toContain('initialDue');
  });
  it('stay once it is done, and go where they are excused', () => {
    const posts = [post('mine', 'ines', [revision(noon - HOUR, 50)], { forumId: 'weir' })];
    expect(of(weir, ines, noon, { posts }).entries).toHaveLength(4);
    const scores = [
      { forumId: 'weir', studentId: 'ines', points: null, givenAt: null, released: false, excused: true },
    ];
    expect(of(weir, ines, noon, { scores }).entries.map(({ date }) => date)).toEqual([
      'postingFrom',
      'postingUntil',
    ]);
  });
  it('are their own where they have own terms', () => {
    const own = {
      ...weir,
      ownTerms: [
        terms('later', {
          targets: { kind: 'students', ids: ['ines'] },
          dates: { initialDue: { at: at('03-06 12:00') } },
        }),
      ],
    };
    const due = (who: typeof ines) => of(own, who).entries.find(({ date }) => date === 'initialDue')!.at;
    expect([due(ines), due(bram)]).toEqual([at('03-06 12:00'), at('03-04 23:59')]);
  });
  it('are in no calendar of a student while the forum is absent for them', () => {
    expect(of(weir, ines, at('02-28 12:00'))).toEqual({ entries: [], hiddenByClock: true });
    expect(of(weir, ines, at('04-02 12:00'))).toEqual({ entries: [], hiddenByClock: true });
    expect(of({ ...weir, status: 'draft' })).toEqual({ entries: [], hiddenByClock: false });
    const listed = { kind: 'listed' as const, sectionIds: [], groupIds: [], studentIds: ['bram'] };
    expect(of({ ...weir, audience: listed })).toEqual({ entries: [], hiddenByClock: false });
  });
});

describe('the dates of staff', () => {
  const own = {
    ...weir,
    ownTerms: [
      terms('two', {
        targets: { kind: 'students', ids: ['ines', 'bram'] },
        dates: { initialDue: { plusMinutes: 24 * 60 } },
      }),
      terms('evening', {
        targets: { kind: 'sections', ids: ['evening'] },
        dates: { repliesDue: { at: at('03-09 12:00') } },
      }),
    ],
  };
  const students = course({ students: [ines, bram], forums: [own] });
  it('are the forum’s, visible or not, and own terms by how many students they are of', () => {
    const entries = staffEntries(students, own, () => true);
    expect(entries.map(({ date, own: of }) => [date, of?.students ?? null])).toEqual([
      ['postingFrom', null],
      ['initialDue', null],
      ['repliesDue', null],
      ['postingUntil', null],
      ['initialDue', 2],
      ['repliesDue', 1],
    ]);
    expect(entries[4]!.at).toBe(at('03-05 23:59'));
    expect(JSON.stringify(entries)).not.toMatch(/ines|bram/);
  });
  it('of own terms are those of students they work with', () => {
    const entries = staffEntries(students, own, (id) => id === 'bram');
    expect(entries.flatMap(({ own: of }) => of ?? [])).toEqual([{ id: 'two', students: 1 }]);
  });
  it('are none of a draft', () => {
    expect(staffEntries(students, { ...own, status: 'draft' }, () => true)).toEqual([]);
  });
});

describe('entries', () => {
  it('have a name that stays, and stand in time, then in the order of a forum’s life', () => {
    const one = { forumId: 'weir', date: 'initialDue' as const, at: 5, own: null };
    const own = { ...one, own: { id: 'two', students: 2 } };
    expect([entryKey(one), entryKey(own)]).toEqual(['weir.initialDue', 'weir.initialDue.two']);
    const opens = { ...one, date: 'postingFrom' as const };
    expect(inTime([own, one, opens])).toEqual([opens, one, own]);
  });
});

describe('what a calendar says', () => {
  const saying = (title: string, when = 10): Saying => ({
    ...{ title, at: when, text: '', url: '/weir', alarm: null },
  });
  const standing = (said: Record<string, Saying>, hidden: readonly string[] = []) => ({
    sayings: new Map(Object.entries(said)),
    isHidden: (key: string) => hidden.includes(key),
  });
  const first = nextSaid([], standing({ weir: saying('The weir') }), 100).told;

  it('has the next sequence when it changes, and not before', () => {
    expect(first).toMatchObject([{ sequence: 0, changedAt: 100, cancelled: false }]);
    expect(nextSaid(first, standing({ weir: saying('The weir') }), 200)).toEqual({
      changed: [],
      told: first,
    });
    const moved = nextSaid(first, standing({ weir: saying('The weir', 11) }), 300).told;
    expect(moved).toMatchObject([{ sequence: 1, changedAt: 300, saying: { at: 11 } }]);
  });
  it('is cancelled without a title for 30 days where its date went, and comes back with the next sequence', () => {
    const { told } = nextSaid(first, standing({}), 500);
    expect(told).toMatchObject([
      { sequence: 1, changedAt: 500, cancelled: true, saying: { title: '', at: 10 } },
    ]);
    expect(nextSaid(told, standing({}), 500 + CANCELLED_FOR - 1)).toEqual({ changed: [], told });
    expect(nextSaid(told, standing({}), 500 + 30 * DAY).told).toEqual([]);
    const back = nextSaid(told, standing({ weir: saying('The weir') }), 600).told;
    expect(back).toMatchObject([{ sequence: 2, cancelled: false, saying: { title: 'The weir' } }]);
  });
  it('is left out, and not cancelled, where only the clock hides it', () => {
    expect(nextSaid(first, standing({}, ['weir']), 500)).toEqual({ changed: [], told: [] });
    const back = nextSaid(first, standing({ weir: saying('The weir') }), 900);
    expect(back).toEqual({ changed: [], told: first });
  });
  it('says the same however often it is asked', () => {
    const day = fc.record({
      said: fc.dictionary(fc.constantFrom('a', 'b', 'c'), fc.nat({ max: 2 })),
      hidden: fc.subarray(['a', 'b', 'c']),
      asked: fc.nat({ max: 3 }),
    });
    fc.assert(
      fc.property(fc.array(day, { maxLength: 12 }), (days) => {
        const live = (times: (asked: number) => number) => {
          let known: readonly Said[] = [];
          const told: unknown[] = [];
          days.forEach(({ said, hidden, asked }, index) => {
            const now = standing(
              Object.fromEntries(Object.entries(said).map(([key, n]) => [key, saying(key, n)])),
              hidden,
            );
            for (let n = 0; n <= times(asked); n++) {
              const step = nextSaid(known, now, index * DAY);
              const byKey = new Map(known.map((each) => [each.key, each]));
              for (const each of step.changed) byKey.set(each.key, each);
              known = [...byKey.values()];
              if (n === times(asked)) told.push(step.told);
            }
          });
          return told;
        };
        expect(live((asked) => asked)).toEqual(live(() => 0));
      }),
    );
  });
});
