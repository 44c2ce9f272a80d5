import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { ScoreFacts } from '../course/courseData';
import type { Post } from '../course/post';
import { at, course, forum, post, revision, student, terms, type ForumSketch } from '../testing/fixtures';
import { docketState } from './docketState';
import { metAt } from './metAt';
import { participationOf } from './participationOf';

const ines = student('ines');
const later = at('04-01 00:00');

function part(sketch: ForumSketch, posts: Post[], t = later, who = ines) {
  const f = forum(sketch);
  return participationOf(course({ students: [who], forums: [f], posts }), f, who, t);
}
const states = (sketch: ForumSketch, posts: Post[], t = later) =>
  part(sketch, posts, t).slots.map((slot) => slot.state);
const by = (id: string) => post(`of-${id}`, id, [revision(1, 60)]);
const staffPost = post('of-staff', 'teodora', [revision(1, 60)], { authorKind: 'staff' });
let made = 0;
const reply = (to: Post, ...revisions: ReturnType<typeof revision>[]) =>
  post(`r${made++}`, 'ines', revisions, { to });

describe('reply slots, the example of the rules', () => {
  const rule = {
    required: { replies: 3, different: 2, replyMinWords: 20 },
    schedule: { repliesDue: at('03-08 23:59') },
  };
  const posts = [
    reply(by('bram'), revision(at('03-06 10:00'), 30)),
    reply(by('bram'), revision(at('03-06 11:00'), 25)),
    reply(by('bram'), revision(at('03-07 10:00'), 40)),
    reply(staffPost, revision(at('03-07 12:00'), 80)),
    reply(by('chidi'), revision(at('03-08 10:00'), 12), revision(at('03-09 10:00'), 22)),
  ];
  it('credits Bram twice, not staff, and Chidi a day late', () => {
    const { slots, standing } = part(rule, posts);
    expect(slots.map((slot) => [slot.state, slot.postId, slot.daysLate])).toEqual([
      ['met', posts[0]!.id, 0],
      ['met', posts[1]!.id, 0],
      ['metLate', posts[4]!.id, 1],
    ]);
    expect(standing).toBe('completeLate');
  });
  it('shows the third as short before the edit', () => {
    expect(states(rule, posts, at('03-08 12:00'))).toEqual(['met', 'met', 'short']);
  });
});

describe('when a post is met', () => {
  const p = (...revisions: ReturnType<typeof revision>[]) => post('p', 'ines', revisions);
  it('is the first revision long enough, provided the latest is', () => {
    expect(metAt(p(revision(1, 10), revision(2, 60), revision(3, 70)), 50, 9)).toBe(2);
    expect(metAt(p(revision(1, 60), revision(2, 10)), 50, 9)).toBeNull();
    expect(metAt(p(revision(1, 60), revision(2, 10), revision(3, 60)), 50, 9)).toBe(1);
  });
  it('is the creation for 0 words', () => expect(metAt(p(revision(1, 0), revision(2, 5)), 0, 9)).toBe(1));
  it('is not moved by staff’s revisions', () => {
    expect(metAt(p(revision(1, 60), revision(2, 3, { byStaff: true })), 50, 9)).toBe(1);
    expect(metAt(p(revision(1, 3), revision(2, 60, { byStaff: true })), 50, 9)).toBeNull();
  });
  it('starts anew after a return', () => {
    const returned = post('p', 'ines', [revision(1, 60), revision(5, 60)], {
      approvals: [
        { at: 1, state: 'held' },
        { at: 3, state: 'returned' },
        { at: 5, state: 'held' },
        { at: 6, state: 'approved' },
      ],
    });
    expect(metAt(returned, 50, 2)).toBe(1);
    expect(metAt(returned, 50, 9)).toBe(5);
    expect(metAt(returned, 0, 9)).toBe(5);
  });
});

describe('initial slots', () => {
  const rule = {
    required: { initialRequired: 1, initialMinWords: 50 },
    schedule: { initialDue: at('03-04 23:59') },
  };
  it('a placeholder brought to full length after the due date is late', () => {
    const p = post('p', 'ines', [revision(at('03-04 22:00'), 2), revision(at('03-06 09:00'), 55)]);
    expect(part(rule, [p]).slots[0]).toMatchObject({ state: 'metLate', daysLate: 2 });
  });
  it('take the one met first, not the one written first', () => {
    const early = post('early', 'ines', [revision(1, 3), revision(30, 60)]);
    const second = post('second', 'ines', [revision(20, 60)]);
    expect(part(rule, [early, second]).slots[0]!.postId).toBe('second');
  });
  it('short, pending, open, overdue, missed', () => {
    const held = post('h', 'ines', [revision(1, 60)], { approvals: [{ at: 1, state: 'held' }] });
    const short = post('s', 'ines', [revision(1, 5)]);
    expect(states(rule, [short])).toEqual(['short']);
    expect(states(rule, [held, short])).toEqual(['pending']);
    expect(part(rule, [], at('03-04 23:59')).slots[0]).toMatchObject({ state: 'open', overdue: false });
    expect(part(rule, [], at('03-05 00:00')).slots[0]).toMatchObject({ state: 'open', overdue: true });
    const closed = { ...rule, schedule: { ...rule.schedule, postingUntil: at('03-08 23:59') } };
    expect(states(closed, [], at('03-09 00:00'))).toEqual(['missed']);
  });
  it('one for each question, or any k of them', () => {
    const questions = ['q1', 'q2', 'q3'].map((id) => ({ id, retired: id === 'q3' }));
    const q2 = post('a', 'ines', [revision(5, 60)], { questionId: 'q2' });
    const base = { ...rule, openings: 'answerQuestions' as const, questions };
    expect(states(base, [q2])).toEqual(['open', 'met']);
    expect(states({ ...base, required: { ...rule.required, questions: 1 } }, [q2])).toEqual(['met']);
  });
  it('attachments: since some attachment has always been there', () => {
    const sketch = { ...rule, required: { ...rule.required, attachment: 1 } };
    const p = (...counts: number[]) =>
      post(
        'p',
        'ines',
        counts.map((attachments, i) => revision(at(`03-0${3 + i} 10:00`), 60, { attachments })),
      );
    expect(states(sketch, [p(1, 2)])).toEqual(['met', 'met']);
    expect(states(sketch, [p(1, 0, 1)])).toEqual(['met', 'metLate']);
    expect(states(sketch, [p(1, 0)])).toEqual(['met', 'open']);
    expect(states(sketch, [])).toEqual(['open', 'open']);
  });
});

describe('what is not a peer reply', () => {
  const rule = { required: { replies: 1, ownThreadCounts: false } };
  const mine = post('mine', 'ines', [revision(1, 60)]);
  const inMine = post('in', 'bram', [revision(2, 60)], { to: mine });
  it('answers to oneself, to staff, and in one’s own thread where the forum says so', () => {
    expect(states(rule, [mine, reply(mine, revision(3, 30))])).toEqual(['open']);
    expect(states(rule, [reply(staffPost, revision(3, 30))])).toEqual(['open']);
    expect(states(rule, [reply(inMine, revision(3, 30))])).toEqual(['open']);
    expect(states({ required: { replies: 1 } }, [reply(inMine, revision(3, 30))])).toEqual(['met']);
  });
  it('removed, held and aside posts do not count', () => {
    const gone = post('g', 'ines', [revision(1, 30)], { to: by('bram'), removals: [{ from: 3, to: null }] });
    const aside = post('a', 'ines', [revision(1, 30)], { to: by('bram'), asideWith: 'ines' });
    expect(states({ required: { replies: 1 } }, [gone, aside])).toEqual(['open']);
    expect(states({ required: { replies: 1 } }, [{ ...gone, removals: [{ from: 3, to: 4 }] }])).toEqual([
      'met',
    ]);
  });
});

describe('post slots', () => {
  it('take any counted post, also those that fill other slots, due at the last due date', () => {
    const sketch = {
      required: { initialRequired: 1, posts: 2, postMinWords: 10 },
      schedule: { initialDue: at('03-04 23:59'), repliesDue: at('03-08 23:59') },
    };
    const { slots } = part(sketch, [post('i', 'ines', [revision(1, 60)]), reply(staffPost, revision(2, 12))]);
    expect(slots.map((slot) => [slot.kind, slot.state, slot.due])).toEqual([
      ['initial', 'met', at('03-04 23:59')],
      ['post', 'met', at('03-08 23:59')],
      ['post', 'met', at('03-08 23:59')],
    ]);
  });
  it('own terms waive', () => {
    const sketch = {
      required: { initialRequired: 1, replies: 2 },
      ownTerms: [
        terms('w', {
          targets: { kind: 'students' as const, ids: ['ines'] },
          numbers: { initialRequired: 0, replies: 1 },
        }),
      ],
    };
    expect(part(sketch, []).slots.map((slot) => slot.kind)).toEqual(['reply']);
  });
});

describe('the docket', () => {
  const rule: ForumSketch = {
    required: { initialRequired: 1, initialMinWords: 50, replies: 1 },
    schedule: { initialDue: at('03-04 23:59'), repliesDue: at('03-08 23:59') },
  };
  const score = (sketch: Partial<ScoreFacts> = {}): ScoreFacts => ({
    points: 500,
    givenAt: at('03-10 10:00'),
    released: false,
    excused: false,
    ...sketch,
  });
  const state = (posts: Post[], given: ScoreFacts | null, t = at('03-12 10:00'), sketch = rule) => {
    const f = forum(sketch);
    return docketState(f, part(sketch, posts, t), posts, given, t);
  };
  const initial = post('i', 'ines', [revision(at('03-03 10:00'), 60)]);
  const answer = reply(by('bram'), revision(at('03-05 10:00'), 30));
  it('nothing, waiting, ready when complete, ready after the last due date', () => {
    expect(state([], null)).toBe('nothing');
    expect(state([initial], null, at('03-08 23:59'))).toBe('waiting');
    expect(state([initial, answer], null, at('03-06 00:00'))).toBe('ready');
    expect(state([initial], null, at('03-09 00:00'))).toBe('ready');
    expect(
      state([initial], null, undefined, { ...rule, ready: { when: 'complete', afterLastDue: false } }),
    ).toBe('waiting');
    expect(
      state([initial], null, at('03-04 10:00'), { ...rule, ready: { when: 'anyPost', afterLastDue: false } }),
    ).toBe('ready');
  });
  it('given, released, excused; a zero for nothing is given', () => {
    expect(state([initial], score())).toBe('given');
    expect(state([], score({ points: 0 }))).toBe('given');
    expect(state([initial], score({ released: true }))).toBe('released');
    expect(state([initial], score({ points: null, givenAt: null, excused: true }))).toBe('excused');
  });
  it('changed: revised, removed, restored or new, strictly after', () => {
    const given = at('03-10 10:00');
    const revisedAt = (when: number) => post('i', 'ines', [revision(1, 60), revision(when, 70)]);
    expect(state([revisedAt(given)], score())).toBe('given');
    expect(state([revisedAt(given + 1)], score({ released: true }))).toBe('changed');
    expect(state([{ ...initial, removals: [{ from: given + 5, to: null }] }], score())).toBe('changed');
    expect(state([{ ...initial, removals: [{ from: 5, to: given + 5 }] }], score())).toBe('changed');
    expect(state([initial, reply(by('bram'), revision(given + 9, 3))], score())).toBe('changed');
    const byStaff = post('i', 'ines', [revision(1, 60), revision(given + 1, 3, { byStaff: true })]);
    expect(state([byStaff], score())).toBe('given');
  });
});

describe('whatever the posts', () => {
  const anyReply = fc.record({
    to: fc.constantFrom('bram', 'chidi', 'dalia', 'teodora'),
    when: fc.integer({ min: 1, max: 6 }),
    words: fc.nat({ max: 40 }),
    held: fc.boolean(),
    id: fc.uuid(),
  });
  const build = (sketches: { to: string; when: number; words: number; held: boolean; id: string }[]) =>
    sketches.map((s) =>
      post(s.id, 'ines', [revision(s.when, s.words)], {
        to: s.to === 'teodora' ? staffPost : by(s.to),
        approvals: s.held ? [{ at: s.when, state: 'held' }] : [],
      }),
    );
  const rule = { required: { replies: 4, different: 2, replyMinWords: 20, posts: 3, postMinWords: 10 } };
  it('the order in which the same posts are given does not matter, also at equal instants', () => {
    fc.assert(
      fc.property(fc.uniqueArray(anyReply, { maxLength: 12, selector: (s) => s.id }), (sketches) => {
        const posts = build(sketches);
        expect(part(rule, [...posts].reverse()).slots).toEqual(part(rule, posts).slots);
      }),
    );
  });
  it('at least D of the filled reply slots answer different students once R are filled', () => {
    fc.assert(
      fc.property(fc.uniqueArray(anyReply, { maxLength: 16, selector: (s) => s.id }), (sketches) => {
        const posts = build(sketches);
        const filled = part(rule, posts).slots.filter(
          (slot) => slot.kind === 'reply' && slot.postId !== null,
        );
        expect(filled.length).toBeLessThanOrEqual(4);
        const to = new Set(filled.map((slot) => posts.find((p) => p.id === slot.postId)!.answers!.authorId));
        if (filled.length === 4) expect(to.size).toBeGreaterThanOrEqual(2);
        expect(new Set(filled.map((slot) => slot.postId)).size).toBe(filled.length);
      }),
    );
  });
});
