import { datesIn } from '../../ui/dateWords';
import { describe, expect, it } from 'vitest';
import type { CourseFrame } from '../../../contract/course';
import type { PlannedForum, PlanView } from '../../../contract/plan';
import type { OwnTerms } from '../../../core/course/forum';
import { at, forum, student, terms, ZONE, type ForumSketch } from '../../../core/testing/fixtures';
import { phaseWords } from '../../../words/phases';
import { scoreWords } from '../../../words/scores';
import { startingParts } from './editor/evaluationForm';
import { ownTermsWords, plusWords } from '../../../words/ownTerms';
import { byUnit, findingsOfPlan, forumSentence, wordsFor, targetWords } from './planData';
import { movedAbove, orderOf } from './planOrder';
import { scheduleWords, windowWords } from '../../../words/schedule';

const course = {
  id: 'rvc210',
  zone: ZONE,
  units: [
    { id: 'u1', title: 'Where water goes' },
    { id: 'u2', title: 'Whose river' },
    { id: 'u3', title: 'Making room' },
  ],
  sections: [{ id: 'evening', title: 'Evening' }],
  categories: [],
  freeDays: [],
} as unknown as CourseFrame;

const planned = (id: string, sketch: Partial<PlannedForum> = {}, rules: ForumSketch = {}): PlannedForum => ({
  id,
  title: `The ${id}`,
  unitId: 'u1',
  categoryId: null,
  version: 1,
  forum: forum({ ...rules, id }),
  posts: 0,
  asked: 2,
  pinned: null,
  itemId: null,
  hasPrompt: true,
  ...sketch,
});
const person = (id: string, name: string): PlanView['students'][number] => ({
  name: { id, name, given: name.split(' ')[0]!, sortable: name },
  facts: student(id),
});
const plan = (...forums: PlannedForum[]): PlanView => ({
  forums,
  students: [person('ines', 'Ines Vardanyan'), person('bram', 'Bram Oyelaran')],
  groups: [{ id: 'linnet', planId: 'streams', title: 'Linnet Brook' }],
  groupPlans: [{ id: 'streams', title: 'Streams' }],
  mustNots: [],
  items: [],
  dismissed: [],
  noTotal: null,
  binned: 0,
});

describe('windows and dates in words', () => {
  const [from, until] = [at('03-02 08:00'), at('03-10 23:59')];
  it.each([
    [null, null, 'always'],
    [from, null, 'from Mon 2 Mar, 08:00'],
    [null, until, 'until Tue 10 Mar, 23:59'],
    [from, until, 'Mon 2 Mar, 08:00 – Tue 10 Mar, 23:59'],
  ])('a window from %s to %s', (a, b, words) => expect(windowWords(a, b, datesIn(ZONE))).toBe(words));
  it('a whole schedule is one sentence, with only the due dates there are', () => {
    const dates = { postingFrom: from, postingUntil: until };
    expect(scheduleWords(forum({ schedule: dates }), datesIn(ZONE))).toBe(
      'Visible always; posting Mon 2 Mar, 08:00 – Tue 10 Mar, 23:59.',
    );
    const full = forum({
      schedule: { ...dates, initialDue: at('03-04 23:59'), repliesDue: at('03-09 23:59') },
      required: { replies: 1 },
    });
    expect(scheduleWords(full, datesIn(ZONE))).toContain(
      'initial post due Wed 4 Mar, 23:59; 1 reply due Mon 9 Mar, 23:59.',
    );
    const none = forum({ schedule: { ...dates, repliesDue: at('03-09 23:59') } });
    expect(scheduleWords(none, datesIn(ZONE))).toContain('; replies due Mon 9 Mar, 23:59.');
  });
});

describe('own terms in words', () => {
  it.each([
    [2 * 1440, '2 days later'],
    [1440, '1 day later'],
    [-180, '3 h earlier'],
    [90, '90 minutes later'],
    [1, '1 minute later'],
  ])('%i minutes are %s', (minutes, words) => expect(plusWords(minutes)).toBe(words));
  it('say only what differs', () => {
    const own: Pick<OwnTerms, 'dates' | 'numbers'> = {
      dates: {
        initialDue: { at: at('03-05 23:59') },
        repliesDue: { plusMinutes: 1440 },
        postingUntil: 'none',
      },
      numbers: { replies: 0, different: 2 },
    };
    expect(ownTermsWords(own, datesIn(ZONE)).split('; ')).toEqual([
      'initial post Thu 5 Mar, 23:59',
      'replies 1 day later',
      'posting to: no limit',
      'no replies',
      '2 different people',
    ]);
    expect(ownTermsWords({ dates: {}, numbers: {} }, datesIn(ZONE))).toBe('nothing differs yet');
  });
  it('name students, groups and sections', () => {
    const name = (kind: OwnTerms['targets']['kind'], ...ids: string[]) =>
      targetWords({ kind, ids }, plan(), course);
    expect(name('students', 'ines', 'bram')).toBe('Ines Vardanyan, Bram Oyelaran');
    expect(name('groups', 'linnet')).toBe('Linnet Brook');
    expect(name('sections', 'evening')).toBe('Evening section');
    expect(name('students', 'gone')).toBe('someone');
  });
});

describe('the plan by unit', () => {
  it('puts pinned forums and those without a unit on top, and leaves empty units out', () => {
    const view = plan(
      planned('desk', { unitId: null }),
      planned('map'),
      planned('second', { pinned: 1 }),
      planned('first', { pinned: 0, unitId: 'u2' }),
      planned('weir', { unitId: 'u3' }),
    );
    expect(byUnit(view, course).map(({ title, forums }) => [title, forums.map(({ id }) => id)])).toEqual([
      ['On top', ['first', 'second', 'desk']],
      ['1 · Where water goes', ['map']],
      ['3 · Making room', ['weir']],
    ]);
  });
  it('finds what is wrong with each forum, and names people and places', () => {
    const wrong = planned(
      'weir',
      {},
      {
        schedule: { postingFrom: at('03-02 08:00'), initialDue: at('03-01 08:00') },
        required: { initialRequired: 1 },
      },
    );
    const view = plan(planned('map'), wrong);
    const found = new Map(findingsOfPlan(view, course));
    expect(found.get('map')).toEqual([]);
    expect(found.get('weir')!.map(({ code }) => code)).toContain('dueBeforePosting');
    const words = wordsFor(view, course);
    expect([words.nameOf('ines'), words.nameOf('gone')]).toEqual(['Ines Vardanyan', 'a student']);
    expect([words.groupOf('linnet'), words.groupOf('evening'), words.groupOf('gone')]).toEqual([
      'Linnet Brook',
      'Evening',
      null,
    ]);
  });
  it('looks for the order in a unit among the forums of that unit, pinned ones left out', () => {
    const on = (id: string, day: string, sketch: Partial<PlannedForum> = {}) =>
      planned(id, sketch, { schedule: { postingFrom: at(`${day} 08:00`) } });
    const codes = (...forums: PlannedForum[]) =>
      findingsOfPlan(plan(...forums), course).flatMap(([, list]) => list.map(({ code }) => code));
    expect(codes(on('one', '03-09'), on('two', '03-02'))).toContain('unitOutOfOrder');
    expect(codes(on('one', '03-09', { pinned: 0 }), on('two', '03-02'))).not.toContain('unitOutOfOrder');
    expect(codes(on('one', '03-09', { unitId: 'u2' }), on('two', '03-02'))).not.toContain('unitOutOfOrder');
  });
  it('describes a forum by its two choices', () => {
    expect(forumSentence({ openings: 'oneThreadEach', readers: 'group' })).toBe(
      'Students open one thread each; their group reads.',
    );
    expect(forumSentence({ openings: 'answerQuestions', readers: 'staff' })).toBe(
      'Students answer each question; only staff read.',
    );
  });
  it('keeps own terms beside what they change', () => {
    const own = terms('late', { targets: { kind: 'students', ids: ['ines'] }, numbers: { replies: 1 } });
    const view = plan(planned('weir', {}, { ownTerms: [own], required: { replies: 0 } }));
    expect(view.forums[0]!.forum.ownTerms.map((each) => targetWords(each.targets, view, course))).toEqual([
      'Ines Vardanyan',
    ]);
  });
});

describe('what a forum is to a person, in words', () => {
  const until = at('03-10 23:59');
  it('says the phase, the seal and when it changes', () => {
    expect(
      phaseWords({ phase: 'open', reason: { code: 'postingOpen', until }, sealed: 'forum' }, datesIn(ZONE)),
    ).toEqual({
      name: 'open, sealed',
      why: 'Posting is open until Tue 10 Mar, 23:59. Their own post does not unseal it yet.',
    });
    expect(
      phaseWords(
        { phase: 'open', reason: { code: 'postingOpen', until: null }, sealed: 'none' },
        datesIn(ZONE),
      ),
    ).toEqual({
      name: 'open',
      why: 'Posting is open, without an end.',
    });
  });
  it('counts the questions that are sealed', () => {
    const named = (sealed: string[]) =>
      phaseWords({ phase: 'open', reason: { code: 'postingOpen', until: null }, sealed }, datesIn(ZONE)).name;
    expect(named(['a'])).toBe('open, one question sealed');
    expect(named(['a', 'b'])).toBe('open, 2 questions sealed');
  });
  it.each([
    ['absent', { code: 'draft' }, 'hidden', 'It is a draft.'],
    ['absent', { code: 'visibleFrom', at: until }, 'hidden', 'It becomes visible Tue 10 Mar, 23:59.'],
    ['absent', { code: 'notInAudience' }, 'hidden', 'They are not in its audience.'],
    ['absent', { code: 'noSpace' }, 'hidden', 'They are in no group or section of it.'],
    ['readOnly', { code: 'frozen' }, 'read only', 'Staff have frozen it.'],
    ['readOnly', { code: 'postingUntil', at: until }, 'read only', 'Posting closed Tue 10 Mar, 23:59.'],
    ['announced', { code: 'postingFrom', at: until }, 'announced', 'Posting opens Tue 10 Mar, 23:59.'],
  ] as const)('%s because of %j', (phase, reason, name, why) => {
    // What cannot be read is not called sealed as well.
    expect(
      phaseWords({ phase, reason, sealed: phase === 'readOnly' ? 'none' : 'forum' }, datesIn(ZONE)),
    ).toEqual({
      name,
      why,
    });
  });
});

describe('a score in the words of its item', () => {
  const letters = [
    { letter: 'A', from: 9000 },
    { letter: 'C', from: 0 },
  ];
  it.each([
    ['points', 675, '6.75'],
    ['percent', 675, '90.00 %'],
    ['letter', 675, 'A'],
    ['letter', 100, 'C'],
    ['done', 0, 'not done'],
    ['done', 1, 'done'],
  ] as const)('shown as %s, %i hundredths are %s', (display, points, words) =>
    expect(scoreWords(points, { display, maximum: 750 }, letters)).toBe(words),
  );
});

describe('an evaluation', () => {
  it('starts with parts of what is asked for, 10 points in all', () => {
    const parts = (initial: boolean, replies: number) =>
      startingParts({ initial, replies }).map(({ basis, maximum }) => `${basis} ${maximum}`);
    expect(parts(true, 2)).toEqual(['initial 6', 'replies 4']);
    expect(parts(true, 0)).toEqual(['initial 10']);
    expect(parts(false, 2)).toEqual(['replies 10']);
    expect(parts(false, 0)).toEqual(['whole 10']);
  });
});

describe('the order of a plan', () => {
  const plan = {
    forums: [
      { ...planned('one', { pinned: 1 }) },
      { ...planned('two', { unitId: 'u2', pinned: 0 }) },
      { ...planned('three') },
      { ...planned('loose', { unitId: null }) },
    ],
  } as unknown as PlanView;
  it('is sent with what stands before the first unit, then unit by unit, and what is pinned', () => {
    const order = orderOf(plan, course.units);
    expect(order.forums.map(({ id }) => id)).toEqual(['loose', 'one', 'three', 'two']);
    expect([order.units, order.pinned]).toEqual([
      ['u1', 'u2', 'u3'],
      ['two', 'one'],
    ]);
    expect(movedAbove(order, 'three', 'one').forums.map(({ id }) => id)).toEqual([
      'loose',
      'three',
      'one',
      'two',
    ]);
    expect(movedAbove(order, 'three', 'gone')).toBe(order);
  });
});
