import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { isMoreGenerous, resolveTerms } from '../terms/resolveTerms';
import type { DateName, Forum } from '../course/forum';
import { DAY } from '../time/instant';
import { at, course, forum, student, terms, type ForumSketch } from '../testing/fixtures';
import type { Finding } from './check';
import { placed, repaired } from './repairs';
import { runChecks } from './runChecks';

const people = [
  student('ines', { sectionId: 'morning' }),
  student('bram', { sectionId: 'evening' }),
  student('late', { sectionId: 'evening', accommodationMinutes: 2 * 24 * 60 }),
];
const check = (f: Forum, others: readonly Forum[], unit: readonly Forum[] = []): Finding[] =>
  runChecks({
    unit,
    course: course({ students: people, forums: [...others, f] }),
    forum: f,
    category: null,
    categories: [],
    titles: new Map(),
  });
const sound: ForumSketch = {
  id: 'planned',
  required: { initialRequired: 1, initialMinWords: 120, replies: 1 },
  schedule: {
    postingFrom: at('03-02 08:00'),
    postingUntil: at('03-10 23:59'),
    initialDue: at('03-04 23:59'),
    repliesDue: at('03-09 23:59'),
  },
};

describe('a repair', () => {
  it('of one student’s own date never closes posting earlier for the class', () => {
    const own = terms('own', {
      targets: { kind: 'students', ids: ['ines'] },
      dates: { repliesDue: { at: at('03-12 23:59') } },
    });
    const f = forum({ ...sound, ownTerms: [own] });
    const [found] = check(f, []).filter(({ code }) => code === 'dueOutsidePosting');
    expect(found!.students).toContain('ines');
    expect(found!.repair).toEqual({ date: 'postingUntil', at: at('03-12 23:59') });
  });
  it('is not offered where the dates of the class are not what is in the way', () => {
    const own = terms('own', {
      targets: { kind: 'students', ids: ['ines'] },
      dates: { postingUntil: { at: at('03-06 12:00') } },
    });
    const [found] = check(forum({ ...sound, ownTerms: [own] }), []).filter(
      ({ code, students }) => code === 'dueOutsidePosting' && students.includes('ines'),
    );
    expect(found!.repair).toBeNull();
  });
  it('of crowded due dates moves one of this forum’s later, to where there is room', () => {
    const near = ['one', 'two'].map((id) =>
      forum({ id, required: { initialRequired: 1 }, schedule: { initialDue: at('03-05 12:00') } }),
    );
    const f = forum({ ...sound, schedule: { ...sound.schedule, repliesDue: at('03-09 23:59') } });
    const [found] = check(f, near).filter(({ code }) => code === 'crowdedDueDates');
    expect(found!.repair).toMatchObject({ date: 'initialDue' });
    expect(check(repaired(f, found!.repair!), near).map(({ code }) => code)).not.toContain('crowdedDueDates');
  });
  it('of a forum out of order in its unit moves it above the one that opens later', () => {
    const [one, two] = ['one', 'two'].map((id, n) =>
      forum({ id, schedule: { postingFrom: at(`03-1${n} 08:00`) } }),
    );
    const f = forum(sound);
    const unit = [one!, two!, f];
    const [found] = check(f, [one!, two!], unit).filter(({ code }) => code === 'unitOutOfOrder');
    expect(found!.repair).toEqual({ above: 'one' });
    expect(placed(unit, f, found!.repair!).map(({ id }) => id)).toEqual(['planned', 'one', 'two']);
  });
  it('of the order settles its finding and brings no forum of the unit one that it did not have, in any unit', () => {
    const day = fc.option(
      fc.integer({ min: 0, max: 6 }).map((n) => at('03-02 08:00') + n * DAY),
      { freq: 8 },
    );
    const outOfOrder = (unit: readonly Forum[]) =>
      unit
        .filter((f) => check(f, [], unit).some(({ code }) => code === 'unitOutOfOrder'))
        .map(({ id }) => id);
    let repairs = 0;
    fc.assert(
      fc.property(fc.array(day, { minLength: 2, maxLength: 6 }), fc.nat(5), (days, which) => {
        const unit = days.map((postingFrom, n) => forum({ id: `f${n}`, schedule: { postingFrom } }));
        const f = unit[which % unit.length]!;
        const repair = check(f, [], unit).find(({ code }) => code === 'unitOutOfOrder')?.repair;
        if (!repair) {
          expect(outOfOrder(unit)).not.toContain(f.id);
          return;
        }
        repairs++;
        const after = outOfOrder(placed(unit, f, repair));
        expect(after).not.toContain(f.id);
        expect(outOfOrder(unit)).toEqual(expect.arrayContaining(after));
      }),
      { numRuns: 300 },
    );
    expect(repairs).toBeGreaterThan(30);
  });
  it('settles its finding for everyone, brings none that is new, and worsens nobody, in any plan', () => {
    const date = fc.option(
      fc.integer({ min: 0, max: 40 }).map((half) => at('02-28 12:00') + half * (DAY / 2)),
      { freq: 6 },
    );
    const schedule = fc.record({
      visibleFrom: fc.constant(null),
      visibleUntil: date,
      postingFrom: fc.constant(null),
      postingUntil: date,
      initialDue: date,
      repliesDue: date,
      reviewsDue: fc.constant(null),
    });
    const own = fc.array(
      fc.record({
        kind: fc.constantFrom('sections' as const, 'students' as const),
        id: fc.constantFrom('morning', 'evening', 'ines', 'bram'),
        name: fc.constantFrom<DateName>('visibleUntil', 'postingUntil', 'initialDue', 'repliesDue'),
        term: fc.oneof(
          fc.constant('none' as const),
          date.map((when) => (when === null ? ('none' as const) : { at: when })),
          fc.integer({ min: -3000, max: 9000 }).map((plusMinutes) => ({ plusMinutes })),
        ),
      }),
      { maxLength: 3 },
    );
    const sketch = fc.record({ schedule, own, graceMinutes: fc.constantFrom(0, 0, 60) });
    const made = (
      id: string,
      {
        schedule: dates,
        own: list,
        graceMinutes,
      }: {
        schedule: Forum['schedule'];
        own: readonly {
          kind: 'sections' | 'students';
          id: string;
          name: DateName;
          term: Forum['ownTerms'][number]['dates'][DateName];
        }[];
        graceMinutes: number;
      },
    ) =>
      forum({
        ...sound,
        id,
        schedule: dates,
        graceMinutes,
        ownTerms: list.map((each, n) =>
          terms(`own-${n}`, {
            targets: { kind: each.kind, ids: [each.id] },
            dates: { [each.name]: each.term },
          }),
        ),
      });
    let repairs = 0;
    fc.assert(
      fc.property(sketch, fc.array(sketch, { maxLength: 3 }), (planned, around) => {
        const f = made('planned', planned);
        const others = around.map((each, n) => made(`other-${n}`, each));
        const before = check(f, others);
        for (const found of before) {
          if (found.repair === null) continue;
          repairs++;
          const then = repaired(f, found.repair);
          const after = check(then, others);
          const same = (each: Finding) => each.code === found.code && each.field === found.field;
          expect(after.filter(same)).toEqual([]);
          for (const each of after) {
            const known = before.find(({ code, field }) => code === each.code && field === each.field);
            expect([each.code, known?.students]).toEqual([
              each.code,
              expect.arrayContaining([...each.students]),
            ]);
          }
          for (const who of people)
            for (const name of Object.keys(f.schedule) as DateName[]) {
              const [old, now] = [resolveTerms(f, who).dates[name], resolveTerms(then, who).dates[name]];
              expect(now === old || isMoreGenerous(name, now, old)).toBe(true);
            }
        }
      }),
      { numRuns: 400 },
    );
    expect(repairs).toBeGreaterThan(20);
  });
});
