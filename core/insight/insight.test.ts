import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { at, ZONE } from '../testing/fixtures';
import { DAY, HOUR } from '../time/instant';
import { toWallClock } from '../time/wallClock';
import { fairnessOf, type Given } from './fairness';
import { localTimeIn } from './localTime';
import { rhythmIn, rhythmOf as rhythmOfForums } from './rhythm';
import { activityIn, missedLast, silenceOf } from './silence';
import { answersIn, betweenParts, talkOf as talkOfForums } from './talk';
import type { Classmate, Written } from './written';
import { writingIn, writingOf as writingOfForums } from './writing';

const localTime = localTimeIn(ZONE);
const student = (id: string, change: Partial<Classmate> = {}): Classmate => ({
  ...{ id, sectionId: null, groupIds: [], enrolledFrom: at('02-02 00:00') },
  ...change,
});
const CLASS = ['ines', 'bram', 'dalia', 'emi', 'hana', 'noor'].map((id) => student(id));
let n = 0;
const post = (
  authorId: string,
  when: string,
  to: Written | null = null,
  change: Partial<Written> = {},
): Written => {
  const id = `p${n++}`;
  return {
    ...{ id, forumId: 'weir', authorId, byStaff: authorId === 'teodora', at: at(when), words: 40 },
    ...{ parentId: to?.id ?? null, threadId: to?.threadId ?? id, due: null, asks: false, brings: false },
    answers: to && { authorId: to.authorId, byStaff: to.byStaff },
    readers: 'class',
    ...change,
  };
};

const talkOf = (students: Classmate[], posts: Written[], groupOf: ReadonlyMap<string, string>) =>
  talkOfForums(students, [answersIn(posts)], groupOf);
const rhythmOf = (posts: Written[], t: number) => rhythmOfForums([rhythmIn(posts, localTime)], t);
const writingOf = (posts: Written[], weeks: string[]) =>
  writingOfForums([writingIn(posts, localTime)], weeks);

describe('the time of a post in the week of its course', () => {
  it('is that of the clock there, also where clocks change', () => {
    expect(localTime(at('03-04 23:59'))).toEqual({ week: '2026-03-02', weekday: 2, hour: 23 });
    fc.assert(
      fc.property(fc.integer({ min: Date.UTC(2026, 0), max: Date.UTC(2027, 0) }), (t) => {
        const wall = toWallClock(t, ZONE);
        const { hour, weekday } = localTime(t);
        expect(hour).toBe(Number(wall.slice(11, 13)));
        expect((weekday + 1) % 7).toBe(new Date(wall.slice(0, 10)).getUTCDay());
      }),
    );
  });
});

describe('who is falling silent', () => {
  const weeks = ['2026-02-02', '2026-02-09', '2026-02-23', '2026-03-02'];
  const silence = (
    posts: Written[],
    missed: Record<string, boolean[]> = {},
    students = CLASS,
    upTo = weeks,
  ) => {
    return silenceOf({
      ...{ students, weeks: upTo, zone: ZONE, visits: null },
      activity: [activityIn(posts, localTime)],
      missed: new Map(Object.entries(missed)),
    });
  };
  const regular = CLASS.slice(1).map(({ id }) => post(id, '02-24 10:00'));

  it('is whoever wrote nothing in this class week and the one before; weeks without classes do not count', () => {
    const found = silence([post('ines', '02-22 23:59'), ...regular]);
    expect(found).toMatchObject({ told: true, since: '2026-02-23', silent: 1, of: 6, missing: 0 });
    expect(found.students[0]).toMatchObject({ studentId: 'ines', silent: true, posts: [0, 0, 0, 0] });
    expect(silence([post('ines', '02-23 00:00'), ...regular]).silent).toBe(0);
  });
  it('counts posts by class week, and names when each last wrote', () => {
    const found = silence([
      post('ines', '02-03 10:00'),
      post('ines', '02-08 23:59'),
      post('ines', '02-09 00:00'),
    ]);
    expect(found.students.find(({ studentId }) => studentId === 'ines')).toMatchObject({
      posts: [2, 1, 0, 0],
      last: at('02-09 00:00'),
    });
    expect(found.told).toBe(false);
  });
  it('puts first who is silent or misses forums in a row, else keeps the order it is given', () => {
    const missed = { noor: [false, true, true], emi: [true, false, true] };
    const found = silence([post('ines', '03-02 10:00'), ...regular], missed);
    expect(found.students.map(({ studentId }) => studentId)).toEqual([
      'noor',
      'ines',
      'bram',
      'dalia',
      'emi',
      'hana',
    ]);
    expect([found.missing, found.students[0]!.missed]).toEqual([1, 2]);
  });
  it('is nobody who came into the course since', () => {
    const late = [...CLASS, student('late', { enrolledFrom: at('02-25 12:00') })];
    expect(silence(regular, {}, late)).toMatchObject({ silent: 1, of: 6 });
  });
  it('is not told of fewer than five students, before the third class week, or where nobody writes at all', () => {
    expect(silence(regular, {}, CLASS.slice(0, 4)).told).toBe(false);
    expect(silence(regular, {}, CLASS, weeks.slice(2)).told).toBe(false);
    expect(silence([]).told).toBe(false);
    expect(silence([], {}, CLASS, []).since).toBeNull();
  });
  it('counts misses up to the last forum alone', () => {
    expect([[], [true], [true, false], [false, true, true], [true, true]].map(missedLast)).toEqual([
      0, 1, 0, 2, 2,
    ]);
  });
});

describe('who talks with whom', () => {
  const NO_GROUPS = new Map<string, string>();
  const parted = CLASS.map((each, index) => ({ ...each, sectionId: index < 3 ? 'morning' : 'evening' }));
  /** Everyone of a section answers the next one there, twice. */
  const apart = () => {
    const own = parted.map(({ id }) => post(id, '03-02 10:00'));
    const replies = parted.flatMap(({ id }, index) => {
      const next = own[index < 3 ? (index + 1) % 3 : 3 + ((index - 2) % 3)]!;
      return [post(id, '03-03 10:00', next), post(id, '03-03 11:00', next)];
    });
    return [...own, ...replies];
  };

  it('counts who answered whom, and finds sections that do not mix', () => {
    const talk = talkOf(parted, apart(), NO_GROUPS);
    expect(talk).toMatchObject({ told: true, replies: 12, byStaff: 0, alone: [], groups: null });
    expect(talk.sections).toEqual({ of: 12, across: 0, expected: 6000 });
    expect(talk.pairs[0]).toEqual([0, 1, 2]);
    expect(talk.people[1]).toEqual({ id: 'bram', given: 2, received: 2 });
    const parts = [
      { id: 'morning', size: 3 },
      { id: 'evening', size: 3 },
    ];
    const sectionOf = new Map(parted.map(({ id, sectionId }) => [id, sectionId]));
    expect(betweenParts(talk, parts, sectionOf)).toEqual([
      [0, 0, 6],
      [1, 1, 6],
    ]);
  });
  it('finds who stands alone, and the share of staff; nobody answers themselves, and staff are no part of the class', () => {
    const opening = post('ines', '03-02 10:00');
    const talk = talkOf(
      CLASS,
      [
        opening,
        post('ines', '03-02 11:00', opening),
        post('teodora', '03-02 12:00', opening),
        ...Array.from({ length: 9 }, () => post('bram', '03-02 13:00', opening)),
      ],
      NO_GROUPS,
    );
    expect(talk).toMatchObject({
      replies: 9,
      byStaff: 1,
      alone: ['dalia', 'emi', 'hana', 'noor'],
      told: false,
    });
  });
  it('asks whether parts mix only where the whole class reads', () => {
    const inGroups = apart().map((each) => ({ ...each, readers: 'some' as const }));
    expect(talkOf(parted, inGroups, NO_GROUPS).sections).toEqual({ of: 0, across: 0, expected: 0 });
  });
  it('gives as many replies as are received, whatever was written', () => {
    const who = fc.constantFrom(...CLASS.map(({ id }) => id), 'teodora', 'gone');
    fc.assert(
      fc.property(fc.array(fc.tuple(who, who), { maxLength: 40 }), (list) => {
        const posts = list.map(([author, answered]) =>
          post(author, '03-02 10:00', post(answered, '03-01 10:00')),
        );
        const { people, pairs, replies } = talkOf(CLASS, posts, NO_GROUPS);
        const sum = (of: 'given' | 'received') => people.reduce((all, each) => all + each[of], 0);
        expect([sum('given'), sum('received'), pairs.reduce((all, [, , count]) => all + count, 0)]).toEqual([
          replies,
          replies,
          replies,
        ]);
      }),
    );
  });
});

describe('when a class writes', () => {
  it('counts by weekday and hour, and against the due dates', () => {
    const due = at('03-04 23:59');
    const list = [
      ...['02-28 10:00', '03-02 10:00', '03-04 09:00', '03-04 23:59', '03-05 00:00'].map((when) =>
        post('ines', when, null, { due }),
      ),
      ...Array.from({ length: 5 }, () => post('bram', '03-02 10:30')),
      post('teodora', '03-02 10:30'),
    ];
    const rhythm = rhythmOf(list, at('03-05 12:00'));
    expect(rhythm).toMatchObject({
      posts: 10,
      told: true,
      due: { of: 5, early: 1, before: 1, lastDay: 2, after: 1 },
    });
    expect(rhythm.week[0]![10]).toBe(6);
    expect(rhythm.week[3]![0]).toBe(1);
  });
  it('tells how long a thread waits for somebody else, and which got no reply; young ones and journals are left out', () => {
    const [first, second, third] = ['ines', 'bram', 'dalia'].map((id) => post(id, '03-01 10:00'));
    const list = [
      first!,
      second!,
      third!,
      post('emi', '03-04 10:00'),
      post('hana', '03-01 10:00', null, { readers: 'staff' }),
      post('ines', '03-01 11:00', first),
      post('teodora', '03-01 14:00', first),
      post('noor', '03-02 10:00', second),
    ];
    expect(rhythmOf(list, at('03-05 09:00')).threads).toEqual({
      of: 3,
      unanswered: 1,
      waited: (4 * HOUR + DAY) / 2,
    });
  });
});

describe('how a class writes', () => {
  it('tells how long posts are, how deep threads go, which questions led far, and what replies bring', () => {
    const question = post('ines', '03-02 10:00', null, { asks: true, words: 100 });
    const one = post('bram', '03-03 10:00', question, { words: 20, brings: true });
    const two = post('dalia', '03-03 11:00', one, { words: 40, asks: true });
    const three = post('teodora', '03-03 12:00', two, { asks: true });
    const quiet = Array.from({ length: 7 }, (_, each) =>
      post('emi', '02-03 10:00', null, { words: 10 * each }),
    );
    const writing = writingOf([question, one, two, three, ...quiet], ['2026-02-02', '2026-03-02']);
    expect(writing).toMatchObject({
      opening: { posts: 8, middle: 30 },
      replies: { posts: 2, middle: 20 },
      byWeek: [
        { week: '2026-02-02', opening: 30, replies: null },
        { week: '2026-03-02', opening: 100, replies: 20 },
      ],
      depths: [7, 0, 0, 1, 0, 0],
      asking: 1,
      bringing: 2,
      branches: [{ postId: question.id, authorId: 'ines', below: 3 }],
      told: true,
    });
  });
  it('does not lose its way where the post between was removed', () => {
    const opening = post('ines', '03-02 10:00');
    const gone = post('bram', '03-02 11:00', opening);
    const below = post('dalia', '03-02 12:00', gone);
    expect(writingOf([opening, below], []).depths[0]).toBe(1);
  });
});

describe('how fair the scoring is', () => {
  const given = (byId: string, share: number, change: Partial<Given> = {}): Given => ({
    ...{ forumId: 'weir', studentId: `s${n++}`, points: share * 10, maximum: 1000, byId, hour: 10 },
    ...{ sectionId: null, late: 0, criteria: [] },
    ...change,
  });
  const many = (count: number, make: (index: number) => Given) =>
    Array.from({ length: count }, (_, at) => make(at));

  it('compares evaluators within each forum, so that a hard forum makes nobody strict', () => {
    const scores = [
      ...many(20, (i) => given('teodora', 80 + (i % 3))),
      ...many(20, (i) => given('anselm', 70 + (i % 3))),
      ...many(20, (i) => given('teodora', 40 + (i % 3), { forumId: 'hard' })),
    ];
    const [teodora, anselm] = fairnessOf(scores).byEvaluator;
    expect(teodora).toMatchObject({ key: 'teodora', scores: 40, apart: 250, tells: true });
    expect(anselm).toMatchObject({
      key: 'anselm',
      scores: 20,
      apart: -500,
      tells: true,
      low: 7000,
      high: 7200,
    });
  });
  it('says nothing of fewer than ten scores, and takes chance for chance', () => {
    const scores = [
      ...many(12, (i) => given('teodora', i % 2 === 0 ? 90 : 50)),
      ...many(12, (i) => given('anselm', i % 2 === 0 ? 51 : 90)),
      ...many(9, () => given('pilar', 0)),
    ];
    const { byEvaluator } = fairnessOf(scores.slice(0, 24));
    expect(byEvaluator.map(({ tells }) => tells)).toEqual([false, false]);
    expect(fairnessOf(scores).byEvaluator.map(({ key }) => key)).toEqual(['teodora', 'anselm']);
    expect(fairnessOf(scores.slice(0, 9)).told).toBe(false);
  });
  it('tells times of day, sections, criteria, and what lateness cost', () => {
    const scores = [
      ...many(10, () =>
        given('teodora', 90, {
          hour: 8,
          sectionId: 'morning',
          criteria: [{ title: 'Claim', points: 1, of: 2 }],
        }),
      ),
      ...many(10, () =>
        given('teodora', 70, {
          hour: 23,
          sectionId: 'evening',
          late: -100,
          criteria: [{ title: 'Source', points: 2, of: 2 }],
        }),
      ),
    ];
    const fair = fairnessOf(scores);
    expect(fair.byHour.map(({ key, apart }) => [key, apart])).toEqual([
      ['morning', 1000],
      ['evening', -1000],
    ]);
    expect(fair.bySection.map(({ key }) => key)).toEqual(['morning', 'evening']);
    expect(fair.byCriterion.map(({ key, middle, apart }) => [key, middle, apart])).toEqual([
      ['Claim', 5000, -2500],
      ['Source', 10_000, 2500],
    ]);
    expect(fair.late).toEqual({ scores: 10, lost: 1000 });
  });
});

describe('what is counted forum by forum', () => {
  it('comes to the same as all of it at once, where the whole class reads', () => {
    const who = fc.constantFrom('ines', 'bram', 'dalia', 'teodora');
    const one = fc.record({
      who,
      minute: fc.nat({ max: 40_000 }),
      words: fc.nat({ max: 300 }),
      to: fc.option(fc.nat()),
    });
    const conversation = fc.array(one, { maxLength: 20 }).map((list) => {
      const posts: Written[] = [];
      for (const { who: author, minute, words, to } of [...list].sort((a, b) => a.minute - b.minute)) {
        const parent = to === null || posts.length === 0 ? null : posts[to % posts.length]!;
        posts.push({
          ...post(author, '02-02 00:00', parent, { words, asks: words % 2 === 0 }),
          at: at('02-02 00:00') + minute * 60_000,
        });
      }
      return posts;
    });
    const weeks = ['2026-02-02', '2026-02-09', '2026-02-16', '2026-02-23'];
    fc.assert(
      fc.property(conversation, conversation, (one_, other) => {
        const both = [...one_, ...other].sort((a, b) => a.at - b.at);
        const t = at('03-20 00:00');
        const forums = [one_, other];
        expect(
          rhythmOfForums(
            forums.map((each) => rhythmIn(each, localTime)),
            t,
          ),
        ).toEqual(rhythmOf(both, t));
        expect(
          writingOfForums(
            forums.map((each) => writingIn(each, localTime)),
            weeks,
          ),
        ).toEqual(writingOf(both, weeks));
        expect(talkOfForums(CLASS, forums.map(answersIn), new Map())).toEqual(talkOf(CLASS, both, new Map()));
      }),
    );
  });
});
