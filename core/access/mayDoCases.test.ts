import { describe, expect, it } from 'vitest';
import { at, asPerson, course, forum, post, revision, student, type ForumSketch } from '../testing/fixtures';
import { participationOf } from '../participation/participationOf';
import type { Post } from '../course/post';
import { accessTo } from './accessTo';
import { answeredIn } from './answeredIn';
import { mayDo } from './mayDo';
import { postsInPlace } from './mayRead';

const schedule = {
  initialDue: at('03-04 23:59'),
  repliesDue: at('03-08 23:59'),
  postingUntil: at('03-10 23:59'),
};
const noPostsAfterDue: ForumSketch = {
  schedule,
  required: { initialRequired: 1 },
  allowed: { postAfterDue: false },
};
const late = student('late', { enrolledFrom: at('03-05 09:00') });
const bram = student('bram');

function openThread(sketch: ForumSketch, t: number, points: number | null = null) {
  const f = forum(sketch);
  const scores =
    points === null
      ? []
      : [
          {
            forumId: f.id,
            studentId: 'late',
            points,
            givenAt: at('03-05 10:00'),
            released: false,
            excused: false,
          },
        ];
  const data = course({ students: [late, bram], forums: [f], posts: [], scores });
  const access = accessTo(data, f, asPerson(late), t);
  return {
    code: mayDo(f, access, { do: 'openThread', own: [] }, t).reason.code,
    slot: participationOf(data, f, late, t).slots[0],
  };
}

describe('who joins late', () => {
  it('and is asked for an initial post without a date may write it', () => {
    const { code, slot } = openThread(noPostsAfterDue, at('03-05 12:00'));
    expect([slot!.state, slot!.due, slot!.overdue]).toEqual(['open', null, false]);
    expect(code).toBe('allowed');
  });
  it('answers after a date for replies that passed before, while everyone else is refused', () => {
    const f = forum({
      ...noPostsAfterDue,
      schedule: { ...schedule, initialDue: at('03-09 12:00'), repliesDue: at('03-04 12:00') },
    });
    const there = post('there', 'chidi', [revision(at('03-04 10:00'), 60)]);
    const data = course({ students: [late, bram], forums: [f], posts: [there] });
    const t = at('03-06 12:00');
    const [place] = postsInPlace([there], t);
    const code = (who: typeof late) =>
      mayDo(f, accessTo(data, f, asPerson(who), t), { do: 'answer', place: place! }, t).reason.code;
    expect([code(late), code(bram)]).toEqual(['allowed', 'dueDatePassed']);
  });
  it('stays refused where everything was due before they came, and is asked nothing', () => {
    const all = { ...noPostsAfterDue, schedule: { ...schedule, repliesDue: at('03-05 08:00') } };
    const { code, slot } = openThread(all, at('03-05 12:00'));
    expect([code, slot]).toEqual(['dueDatePassed', undefined]);
  });
  it('and is asked only because a score was given has dates that are absent, not late', () => {
    const all = { ...noPostsAfterDue, schedule: { ...schedule, repliesDue: at('03-05 08:00') } };
    const { code, slot } = openThread(all, at('03-05 12:00'), 500);
    expect([slot!.state, slot!.due, slot!.overdue]).toEqual(['open', null, false]);
    expect(code).toBe('allowed');
    expect(openThread({ ...all, status: 'draft' }, at('03-05 12:00'), 500).slot).toBeUndefined();
  });
});

describe('a post that someone answered', () => {
  const own = post('own', 'late', [revision(at('03-05 10:00'), 3)]);
  const from = (who: string, sketch: object = {}) =>
    post(`by-${who}`, who, [revision(at('03-05 11:00'), 60)], { to: own, ...sketch });
  const ask = (posts: readonly Post[], sketch: ForumSketch) => {
    const f = forum({ ...sketch, allowed: { edit: 'untilAnswered' } });
    const t = at('03-05 12:00');
    const data = course({ students: [late, bram], forums: [f], posts: [...posts] });
    const access = accessTo(data, f, asPerson(late), t);
    const places = postsInPlace(posts, t);
    const answered = answeredIn(access, places).has('own');
    const place = places.find(({ id }) => id === 'own')!;
    return mayDo(f, access, { do: 'edit', place, post: own, answered }, t).reason.code;
  };
  const sealed: ForumSketch = { seal: { minWords: 50, lift: 'never' } };
  it('is one whose answer its author may read: not a sealed one, not one that waits, not their own', () => {
    expect(ask([own, from('bram')], { seal: null })).toBe('answered');
    expect(ask([own, from('bram')], sealed)).toBe('allowed');
    expect(
      ask([own, from('bram', { approvals: [{ at: at('03-05 11:00'), state: 'held' }] })], { seal: null }),
    ).toBe('allowed');
    expect(ask([own, from('late')], { seal: null })).toBe('allowed');
    const removed = { removals: [{ from: at('03-05 11:30'), to: null }] };
    expect(ask([own, from('bram', removed)], { seal: null })).toBe('allowed');
    expect(ask([own, from('teodora', { authorKind: 'staff' })], sealed)).toBe('answered');
  });
});

describe('a post that was given back', () => {
  const returned = (edit: 'never' | 'untilAnswered' | { minutes: number }, back = true) => {
    const f = forum({ hold: 'all', seal: null, allowed: { edit } });
    const t = at('03-05 12:00');
    const given = post('own', 'bram', [revision(at('03-05 09:00'), 60)], {
      approvals: [
        { at: at('03-05 09:00'), state: 'held' },
        ...(back ? [{ at: at('03-05 10:00'), state: 'returned' as const }] : []),
      ],
    });
    const access = accessTo(course({ students: [bram], forums: [f], posts: [given] }), f, asPerson(bram), t);
    const [place] = postsInPlace([given], t);
    return mayDo(f, access, { do: 'edit', place: place!, post: given, answered: true }, t).reason.code;
  };
  it('is revised and sent again whatever editing allows', () => {
    expect(returned('never')).toBe('allowed');
    expect(returned('untilAnswered')).toBe('allowed');
    expect(returned({ minutes: 5 })).toBe('allowed');
    expect([returned('never', false), returned({ minutes: 5 }, false)]).toEqual([
      'forumRule',
      'editTimeOver',
    ]);
  });
});

describe('one thread each', () => {
  it('is one in the present space: who was moved to another group opens one there', () => {
    const f = forum({
      openings: 'oneThreadEach',
      readers: 'group',
      groupPlanId: 'streams',
      seal: { minWords: 5, lift: 'never' },
    });
    const groups = ['linnet', 'marl'].map((id) => ({ id, planId: 'streams' }));
    const left = post('left', 'bram', [revision(at('03-03 10:00'), 60)], { spaceId: 'linnet' });
    const t = at('03-05 12:00');
    const opens = (groupId: string, posts: readonly Post[] = [left]) => {
      const who = student('bram', { groupIds: [groupId] });
      const data = course({ students: [who], forums: [f], posts: [...posts], groups });
      const access = accessTo(data, f, asPerson(who), t);
      if (access.kind !== 'student') throw new Error('a student');
      return [
        mayDo(f, access, { do: 'openThread', own: postsInPlace(posts, t) }, t).reason.code,
        access.sealed,
      ];
    };
    expect(opens('linnet')).toEqual(['oneThreadOnly', 'none']);
    expect(opens('marl')).toEqual(['allowed', 'forum']);
    const again = post('again', 'bram', [revision(at('03-04 10:00'), 60)], { spaceId: 'marl' });
    expect(opens('marl', [left, again])).toEqual(['oneThreadOnly', 'none']);
  });
});
