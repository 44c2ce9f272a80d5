import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Forum } from '../course/forum';
import type { Student } from '../course/roster';
import { at, course, forum, student, terms, type ForumSketch } from '../testing/fixtures';
import type { Finding } from './check';
import { factsOf } from './factsOf';
import { runChecks } from './runChecks';

const sound: ForumSketch = {
  required: { initialRequired: 1, initialMinWords: 80, replies: 2 },
  schedule: {
    visibleFrom: at('03-01 08:00'),
    postingFrom: at('03-02 08:00'),
    postingUntil: at('03-10 23:59'),
    initialDue: at('03-04 23:59'),
    repliesDue: at('03-09 23:59'),
  },
};
const planned = (id: string, sketch: ForumSketch = {}): Forum =>
  forum({
    ...sound,
    ...sketch,
    id,
    schedule: { ...sound.schedule, ...sketch.schedule },
    required: { ...sound.required, ...sketch.required },
  });

/** What the checks find in the last of the forums. */
function find(
  students: Student[],
  forums: Forum[],
  more: { groups?: { id: string; planId: string }[]; unit?: Forum[] } = {},
): Finding[] {
  return runChecks({
    course: course({ students, forums, groups: more.groups }),
    forum: forums.at(-1)!,
    category: null,
    categories: [],
    titles: new Map(forums.map(({ id }) => [id, `“${id}”`])),
    unit: more.unit,
  });
}
const of = (findings: Finding[], code: string) => findings.find((each) => each.code === code);

const CLASS = ['ines', 'bram', 'chidi', 'deniz'].map((id) => student(id));
const groups = [
  { id: 'linnet', planId: 'streams' },
  { id: 'marl', planId: 'streams' },
];
const inGroups: ForumSketch = { readers: 'group', groupPlanId: 'streams' };
const grouped = (...ids: (string | null)[]) =>
  ids.map((group, index) => student(`s${index}`, { groupIds: group === null ? [] : [group] }));

describe('a student without a place', () => {
  it('is named where a forum runs in groups', () => {
    const people = grouped('linnet', 'linnet', 'linnet', null);
    const finding = of(find(people, [planned('apart', inGroups)], { groups }), 'inNoGroup');
    expect(finding).toMatchObject({ severity: 'warning', students: ['s3'], params: { readers: 'group' } });
  });
  it('is named where each section is apart', () => {
    const people = [...'abc'].map((id) => student(id, { sectionId: id === 'b' ? null : 'morning' }));
    expect(of(find(people, [planned('apart', { readers: 'section' })]), 'inNoGroup')?.students).toEqual([
      'b',
    ]);
  });
  it('does not matter where the whole class reads, or outside the audience', () => {
    const people = grouped('linnet', 'linnet', 'linnet', null);
    expect(of(find(people, [planned('class')], { groups }), 'inNoGroup')).toBeUndefined();
    const audience: Forum['audience'] = {
      kind: 'listed',
      studentIds: [],
      sectionIds: [],
      groupIds: ['linnet'],
    };
    expect(
      of(find(people, [planned('apart', { ...inGroups, audience })], { groups }), 'inNoGroup'),
    ).toBeUndefined();
  });
});

describe('people to answer in time', () => {
  const later = (...ids: string[]) => [
    terms('later', {
      targets: { kind: 'students', ids },
      dates: { postingFrom: { at: at('03-10 08:00') }, repliesDue: { at: at('03-10 23:00') } },
    }),
  ];
  it('are enough where everyone begins before the replies are due', () => {
    expect(of(find(CLASS, [planned('f')]), 'tooFewCanPost')).toBeUndefined();
  });
  it('are too few where own terms let most begin only afterwards', () => {
    const finding = of(find(CLASS, [planned('f', { ownTerms: later('chidi', 'deniz') })]), 'tooFewCanPost');
    expect(finding).toMatchObject({ students: ['ines', 'bram'], params: { different: 2 } });
  });
  it('one who begins late is still answered to by all the others', () => {
    expect(of(find(CLASS, [planned('f', { ownTerms: later('deniz') })]), 'tooFewCanPost')).toBeUndefined();
  });
  it('are counted in each group of its own', () => {
    const people = grouped('linnet', 'linnet', 'linnet', 'marl', 'marl', 'marl');
    const findings = find(people, [planned('f', { ...inGroups, ownTerms: later('s4') })], { groups });
    expect(of(findings, 'tooFewCanPost')).toMatchObject({
      students: ['s3', 's5'],
      params: { space: 'marl', different: 2 },
    });
  });
  it('are not asked for in a journal, nor said twice of a space that is too small altogether', () => {
    expect(
      of(find(CLASS, [planned('f', { readers: 'staff', ownTerms: later('ines', 'bram') })]), 'tooFewCanPost'),
    ).toBeUndefined();
    const pair = find(CLASS.slice(0, 2), [planned('f', { ownTerms: later('bram') })]);
    expect(pair.map(({ code }) => code)).not.toContain('tooFewCanPost');
    expect(pair.map(({ code }) => code)).toContain('spaceTooSmall');
  });
});

describe('what has to be done first', () => {
  const after: ForumSketch = { prerequisites: [{ forumId: 'first', condition: { kind: 'allPosts' } }] };
  it('is said when it opens only once the initial post here is due', () => {
    const first = planned('first', { schedule: { visibleFrom: null, postingFrom: at('03-05 00:00') } });
    const finding = of(find(CLASS, [first, planned('then', after)]), 'prerequisiteTooLate');
    expect(finding).toMatchObject({ field: 'prerequisites', params: { forum: '“first”' } });
    expect(finding?.students).toHaveLength(CLASS.length);
  });
  it('is in time while a minute is left', () => {
    const first = planned('first', { schedule: { visibleFrom: null, postingFrom: at('03-04 23:59') } });
    expect(of(find(CLASS, [first, planned('then', after)]), 'prerequisiteTooLate')).toBeUndefined();
  });
  it('names only those whose own terms make it late', () => {
    const first = planned('first', {
      schedule: { visibleFrom: null },
      ownTerms: [
        terms('late', {
          targets: { kind: 'students', ids: ['bram'] },
          dates: { postingFrom: { at: at('03-08 08:00') } },
        }),
      ],
    });
    expect(of(find(CLASS, [first, planned('then', after)]), 'prerequisiteTooLate')?.students).toEqual([
      'bram',
    ]);
  });
  it('measures by the end of posting where nothing is due', () => {
    const open: ForumSketch = {
      ...after,
      required: { initialRequired: 0, replies: 0 },
      schedule: { initialDue: null, repliesDue: null },
    };
    const first = (day: string) =>
      planned('first', { schedule: { visibleFrom: null, postingFrom: at(`${day} 08:00`) } });
    expect(of(find(CLASS, [first('03-10'), planned('then', open)]), 'prerequisiteTooLate')).toBeUndefined();
    expect(of(find(CLASS, [first('03-11'), planned('then', open)]), 'prerequisiteTooLate')).toBeDefined();
  });
  it('a draft that has to be done first is said, because nobody can do it', () => {
    const first = planned('first', { status: 'draft' });
    expect(of(find(CLASS, [first, planned('then', after)]), 'prerequisiteDraft')).toMatchObject({
      severity: 'warning',
      params: { forum: '“first”' },
    });
  });
  it('a forum that is not asked of someone makes nobody late', () => {
    const first = planned('first', {
      schedule: { visibleFrom: null, postingFrom: at('03-08 08:00') },
      readers: 'section',
    });
    // Nobody is in a section: the first forum is there for none of them.
    expect(of(find(CLASS, [first, planned('then', after)]), 'prerequisiteTooLate')).toBeUndefined();
  });
});

describe('the order in a unit', () => {
  const on = (id: string, day: string) => planned(id, { schedule: { postingFrom: at(`${day} 08:00`) } });
  const check = (...unit: Forum[]) => of(find(CLASS, unit, { unit }), 'unitOutOfOrder');
  it('is that in which the forums open', () => {
    expect(check(on('one', '03-02'), on('two', '03-02'), on('three', '03-03'))).toBeUndefined();
  });
  it('is told where one opens before another that stands above it', () => {
    expect(check(on('one', '03-02'), on('two', '03-09'), on('three', '03-03'))).toMatchObject({
      params: { forum: '“two”' },
    });
  });
  it('says nothing of forums without dates', () => {
    const none = { visibleFrom: null, postingFrom: null, initialDue: null, repliesDue: null };
    expect(check(on('one', '03-09'), planned('two', { schedule: none }))).toBeUndefined();
    expect(check(planned('one', { schedule: none }), on('two', '03-02'))).toBeUndefined();
  });
});

describe('a finding that was put aside', () => {
  const finding: Finding = {
    code: 'worseTerms',
    severity: 'warning',
    field: 'required',
    repair: null,
    students: ['ines', 'bram'],
    params: { date: 1, forum: 'one' },
  };
  it('rests on the same facts in whatever order they come', () => {
    const same = { ...finding, students: ['bram', 'ines'], params: { forum: 'one', date: 1 } };
    expect(factsOf(same)).toBe(factsOf(finding));
  });
  it.each([
    ['someone else', { students: ['ines'] }],
    ['another value', { params: { date: 2, forum: 'one' } }],
    ['another field', { field: 'audience' as Finding['field'] }],
  ])('returns with %s', (_, change) => {
    expect(factsOf({ ...finding, ...change })).not.toBe(factsOf(finding));
  });
});

describe('all checks', () => {
  const minute = fc.integer({ min: at('02-20 00:00') / 60_000, max: at('04-10 00:00') / 60_000 });
  const date = fc.option(minute.map((value) => value * 60_000));
  const sketch = fc.record({
    schedule: fc.record({
      visibleFrom: date,
      visibleUntil: date,
      postingFrom: date,
      postingUntil: date,
      initialDue: date,
      repliesDue: date,
    }),
    readers: fc.constantFrom('class' as const, 'section' as const, 'group' as const, 'staff' as const),
    groupPlanId: fc.constant('streams'),
    seal: fc.constantFrom(null, { minWords: null, lift: 'whenPostingCloses' as const }),
  });
  const people = fc
    .array(fc.constantFrom('linnet', 'marl', null), { minLength: 0, maxLength: 8 })
    .map((ids) => grouped(...ids));
  it('name only students of the roster, errors first, whatever the plan is', () => {
    fc.assert(
      fc.property(sketch, people, (of, students) => {
        const findings = find(students, [planned('other'), planned('f', of)], { groups });
        const known = new Set(students.map(({ id }) => id));
        for (const each of findings) expect(each.students.every((id) => known.has(id))).toBe(true);
        const severities = findings.map(({ severity }) => severity);
        expect(severities).toEqual([...severities].sort());
      }),
      { numRuns: 300 },
    );
  });
  it('find the same in whatever order the roster is read', () => {
    fc.assert(
      fc.property(sketch, people, (of, students) => {
        const facts = (list: Student[]) =>
          find(list, [planned('f', of)], { groups })
            .map((each) => each.code + factsOf(each))
            .sort();
        expect(facts([...students].reverse())).toEqual(facts(students));
      }),
      { numRuns: 200 },
    );
  });
});
