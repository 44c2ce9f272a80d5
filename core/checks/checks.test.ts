import { describe, expect, it } from 'vitest';
import type { Forum } from '../course/forum';
import { at, course, forum, student, terms, type ForumSketch } from '../testing/fixtures';
import { runChecks, type CheckInput } from './runChecks';

const students = [student('ines'), student('bram'), student('chidi')];
const sound: ForumSketch = {
  status: 'draft',
  seal: { minWords: null, lift: 'whenPostingCloses' },
  required: { initialRequired: 1, initialMinWords: 120, replies: 2 },
  schedule: {
    visibleFrom: at('03-01 08:00'),
    postingFrom: at('03-02 08:00'),
    postingUntil: at('03-10 23:59'),
    initialDue: at('03-04 23:59'),
    repliesDue: at('03-09 23:59'),
  },
};
const find = (
  sketch: ForumSketch,
  input: Partial<CheckInput> = {},
  others: Forum[] = [],
  people = students,
) => {
  const f = forum({
    ...sound,
    ...sketch,
    schedule: { ...sound.schedule, ...sketch.schedule },
    required: { ...sound.required, ...sketch.required },
  });
  return runChecks({
    course: course({ students: people, forums: [...others, f] }),
    forum: f,
    category: null,
    categories: [],
    titles: new Map(others.map((o) => [o.id, o.id])),
    ...input,
  });
};
const codes = (...args: Parameters<typeof find>) => find(...args).map((finding) => finding.code);
const only = (id: string, sketch: Parameters<typeof terms>[1]) => [
  terms('own', { targets: { kind: 'students', ids: [id] }, ...sketch }),
];

describe('checks', () => {
  it('find nothing in a sound plan', () => expect(find({})).toEqual([]));
  it('an end at or before its start, also where own terms make it so', () => {
    expect(codes({ schedule: { visibleUntil: at('03-01 08:00') } })).toContain('windowEndsBeforeStart');
    const own = find({ ownTerms: only('bram', { dates: { postingUntil: { at: at('03-01 09:00') } } }) });
    expect(own[0]).toMatchObject({ code: 'windowEndsBeforeStart', severity: 'error', students: ['bram'] });
  });
  it('a due date before anyone can post', () => {
    expect(find({ schedule: { initialDue: at('03-01 12:00') } })[0]).toMatchObject({
      code: 'dueBeforePosting',
      field: 'initialDue',
      severity: 'error',
    });
    expect(codes({ schedule: { initialDue: at('03-02 08:00') } })).not.toContain('dueBeforePosting');
  });
  it('a due date, or its grace, after posting has closed', () => {
    const after = find({ schedule: { repliesDue: at('03-11 12:00') } });
    expect(after[0]).toMatchObject({
      code: 'dueOutsidePosting',
      field: 'repliesDue',
      repair: { date: 'postingUntil', at: at('03-11 12:00') },
    });
    expect(codes({ schedule: { repliesDue: at('03-10 23:59') } })).toEqual([]);
    expect(codes({ graceMinutes: 5, schedule: { repliesDue: at('03-10 23:59') } })).toEqual([
      'dueOutsidePosting',
    ]);
  });
  it('posting that goes on after the forum has gone', () => {
    const [gone] = find({ schedule: { visibleUntil: at('03-08 08:00') } });
    expect(gone).toMatchObject({
      code: 'postingAfterInvisible',
      repair: { date: 'visibleUntil', at: null },
      params: { due: at('03-09 23:59') },
    });
    expect(codes({ schedule: { visibleUntil: at('03-10 23:59') } })).toEqual([]);
  });
  it('replies due less than 24 hours after the initial post', () => {
    expect(codes({ schedule: { repliesDue: at('03-05 23:58') } })).toEqual(['repliesTooSoon']);
    expect(codes({ schedule: { repliesDue: at('03-05 23:59') } })).toEqual([]);
  });
  it('own terms that put an initial post after others’ replies', () => {
    const own = find({ ownTerms: only('ines', { dates: { initialDue: { at: at('03-10 12:00') } } }) });
    expect(own.find((f) => f.code === 'initialAfterOthersReplies')?.students).toEqual(['ines']);
  });
  it('own terms or an accommodation that leave someone worse off', () => {
    const section = terms('section', {
      targets: { kind: 'sections', ids: ['evening'] },
      dates: { repliesDue: { at: at('03-10 12:00') } },
    });
    const evening = students.map((each) => ({ ...each, sectionId: 'evening' }));
    const earlier = only('ines', { dates: { repliesDue: { at: at('03-09 23:59') } } });
    const find1 = find({ ownTerms: [section, ...earlier] }, {}, [], evening);
    expect(find1.find((f) => f.code === 'worseTerms')?.students).toEqual(['ines']);
    expect(codes({ ownTerms: [section] }, {}, [], evening)).toEqual([]);
    expect(codes({ ownTerms: only('bram', { numbers: { replies: 3 } }) })).toContain('worseTerms');
    expect(codes({ ownTerms: only('bram', { numbers: { replies: 1 } }) })).toEqual([]);
    const accommodated = evening.map((each, i) => (i === 0 ? { ...each, accommodationMinutes: 60 } : each));
    const own = only('ines', { dates: { initialDue: { at: at('03-04 22:00') } } });
    expect(codes({ ownTerms: own }, {}, [], accommodated)).not.toContain('worseTerms');
  });
  it('a seal without a required initial post, and one that a word opens', () => {
    expect(codes({ required: { initialRequired: 0 } })).toEqual(['sealWithoutInitial']);
    expect(codes({ required: { initialMinWords: 0 } })).toEqual(['sealOpensAtOneWord']);
    expect(codes({ seal: null, required: { initialRequired: 0, initialMinWords: 0 } })).toEqual([]);
  });
  it('parts that do not add up, no maximum, completion of nothing', () => {
    const evaluation = (maximum: number, parts: NonNullable<Forum['evaluation']>['parts']) => ({
      evaluation: {
        maximum,
        parts,
        lateness: { kind: 'none' as const },
        gate: 'none' as const,
        aboveMaximum: false,
      },
    });
    const part = {
      id: 'a',
      title: 'A',
      maximum: 400,
      basis: 'replies' as const,
      kind: 'completion' as const,
      allOrNothing: false,
    };
    expect(find(evaluation(1000, [part]))[0]).toMatchObject({
      code: 'partsDoNotAddUp',
      params: { sum: 400, maximum: 1000 },
    });
    expect(codes(evaluation(0, []))).toEqual(['noMaximum']);
    expect(
      codes(evaluation(400, [part]), {
        categories: [{ id: 'c', title: 'C', weight: 9000, zeroForMissing: false }],
      }),
    ).toEqual(['outsideCategory', 'weightsDoNotAddUp']);
    expect(codes({ ...evaluation(400, [part]), required: { replies: 0 } })).toEqual(['completionOfNothing']);
    const perPost = { ...part, kind: 'perPost' as const, each: 100, unscored: 'zero' as const };
    const sum = { ...perPost, combine: { by: 'sum' as const } };
    expect(codes(evaluation(400, [sum]))).toEqual([]);
    expect(codes({ ...evaluation(400, [sum]), required: { replies: 0 } })).toEqual(['sumOfNothing']);
    const first = { ...perPost, basis: 'initial' as const, combine: { by: 'mean' as const } };
    const unsealed = { seal: null, required: { initialRequired: 0 as const } };
    expect(codes({ ...evaluation(400, [first]), ...unsealed })).toEqual(['initialPartWithoutInitial']);
    expect(codes(evaluation(400, [{ ...part, kind: 'ratings' as const, atLeast: 2 }]))).toEqual([
      'ratingsOff',
    ]);
  });
  it('criteria and items that cannot reach the maximum of their part', () => {
    const part = { id: 'a', title: 'A', maximum: 400, basis: 'whole' as const };
    const of = (more: object) => ({
      evaluation: {
        maximum: 400,
        parts: [{ ...part, ...more } as NonNullable<Forum['evaluation']>['parts'][number]],
        lateness: { kind: 'none' as const },
        gate: 'none' as const,
        aboveMaximum: false,
      },
    });
    const level = (points: number) => ({ id: `l${points}`, title: 'L', description: '', points });
    const criterion = (id: string, ...points: number[]) => ({
      id,
      title: id,
      description: '',
      outcomes: [],
      basis: 'whole' as const,
      levels: points.map(level),
    });
    const rubric = (...criteria: object[]) => of({ kind: 'rubric', anyNumber: false, criteria });
    expect(codes(rubric(criterion('a', 0, 250), criterion('b', 150, 50)))).toEqual([]);
    expect(find(rubric(criterion('a', 0, 250)))[0]).toMatchObject({
      code: 'cannotReach',
      params: { part: 'A', most: 250, maximum: 400 },
    });
    const item = { id: 'i', title: 'I', points: 500, slot: null };
    expect(codes(of({ kind: 'checklist', items: [item] }))).toEqual(['cannotReach']);
  });
  it('an empty audience, questions without a list, forums that wait for each other', () => {
    expect(codes({ audience: { kind: 'listed', sectionIds: [], groupIds: [], studentIds: [] } })).toEqual([
      'emptyAudience',
    ]);
    expect(codes({ openings: 'answerQuestions' })).toEqual(['noQuestions']);
    const other = forum({
      id: 'other',
      prerequisites: [{ forumId: 'forum', condition: { kind: 'allPosts' } }],
    });
    expect(
      codes({ prerequisites: [{ forumId: 'other', condition: { kind: 'allPosts' } }] }, {}, [other]),
    ).toEqual(['prerequisiteCycle']);
  });
  it('three due dates within 48 hours', () => {
    const other = forum({
      id: 'other',
      schedule: { initialDue: at('03-04 12:00'), repliesDue: at('03-05 12:00') },
    });
    expect(find({}, {}, [other])[0]).toMatchObject({ code: 'crowdedDueDates', params: { forums: 'other' } });
    expect(codes({}, {}, [{ ...other, status: 'draft' }])).toEqual([]);
  });
  it('a space too small, a due date the clock repeats, a student enrolled too late', () => {
    expect(codes({}, {}, [], students.slice(0, 2))).toEqual(['spaceTooSmall']);
    const autumn = {
      schedule: {
        visibleFrom: null,
        postingFrom: null,
        postingUntil: null,
        initialDue: at('10-25 01:30'),
        repliesDue: null,
      },
    };
    expect(codes({ ...autumn, seal: { minWords: null, lift: 'never' } })).toEqual(['dueInClockChange']);
    const late = find({}, {}, [], [...students, student('dalia', { enrolledFrom: at('03-06 08:00') })]);
    expect(late[0]).toMatchObject({ code: 'enrolledAfterDue', students: ['dalia'] });
  });
  it('an empty prompt that is to be answered', () => {
    expect(find({}, { hasPrompt: false })[0]).toMatchObject({ code: 'emptyPrompt', severity: 'error' });
    expect(codes({ openings: 'threadsFreely' }, { hasPrompt: false })).not.toContain('emptyPrompt');
  });
  it('a due date outside the term, the forum’s own or one of own terms; not one that an accommodation moves', () => {
    const term = { from: at('02-02 00:00'), until: at('03-10 00:00') };
    expect(codes({}, { term })).toEqual([]);
    expect(codes({}, { term: null })).toEqual([]);
    const [early] = find({ schedule: { initialDue: at('02-01 23:59'), postingFrom: null } }, { term }).filter(
      ({ code }) => code === 'dueOutsideTerm',
    );
    expect(early).toMatchObject({ field: 'initialDue', students: [] });
    const own = only('ines', { dates: { repliesDue: { at: at('03-10 00:00') } } });
    const [theirs] = find({ ownTerms: own }, { term }).filter(({ code }) => code === 'dueOutsideTerm');
    expect(theirs).toMatchObject({ field: 'repliesDue', students: ['ines'] });
    const slow = [...students, student('dalia', { accommodationMinutes: 5 * 24 * 60 })];
    expect(codes({}, { term }, [], slow)).not.toContain('dueOutsideTerm');
  });
  it('on a day without classes is named, and goes on to the next class day', () => {
    const freeDays = new Map([['2026-03-04', 'Founders’ day']]);
    expect(codes({}, { freeDays: new Map([['2026-03-05', '']]) })).toEqual([]);
    const [found] = find({}, { freeDays });
    expect(found).toMatchObject({
      code: 'dueOnFreeDay',
      field: 'initialDue',
      students: [],
      params: { due: at('03-04 23:59'), day: 'Founders’ day' },
      repair: { date: 'initialDue', at: at('03-05 23:59') },
    });
    // The own terms of one student name that student, and the forum’s date is left alone.
    const own = only('ines', { dates: { repliesDue: { at: at('03-10 12:00') } } });
    const [theirs] = find({ ownTerms: own }, { freeDays: new Map([['2026-03-10', '']]) });
    expect(theirs).toMatchObject({ field: 'repliesDue', students: ['ines'], repair: null });
  });
});
