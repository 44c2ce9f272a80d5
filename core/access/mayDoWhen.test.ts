import { describe, expect, it } from 'vitest';
import type { Post } from '../course/post';
import { asPerson, at, course, forum, post, revision, student, type ForumSketch } from '../testing/fixtures';
import { accessTo } from './accessTo';
import { mayDo } from './mayDo';
import { postsInPlace } from './mayRead';

const ines = student('ines', { sectionId: 'evening' });
const bram = student('bram', { sectionId: 'evening' });
const noon = at('03-02 12:00');

function look(f: ReturnType<typeof forum>, posts: Post[], t: number) {
  const data = course({ students: [ines, bram], forums: [f], posts });
  return { access: accessTo(data, f, asPerson(ines), t), placed: postsInPlace(posts, t) };
}

describe('what may be done', () => {
  const mine = post('mine', 'ines', [revision(at('03-02 10:00'), 60)]);
  const other = post('other', 'bram', [revision(at('03-02 09:00'), 60)]);
  const ask = (
    sketch: ForumSketch,
    action: 'edit' | 'remove' | 'nod' | 'answer',
    on: Post,
    t: number,
    answered = false,
  ) => {
    const f = forum(sketch);
    const { access, placed } = look(f, [mine, other], t);
    const place = placed.find((p) => p.id === on.id)!;
    return mayDo(
      f,
      access,
      action === 'edit' || action === 'remove'
        ? { do: action, place, post: on, answered }
        : { do: action, place },
      t,
    ).reason.code;
  };
  it('editing by the forum’s rule', () => {
    expect(ask({}, 'edit', mine, noon)).toBe('allowed');
    expect(ask({}, 'edit', other, noon)).toBe('notYours');
    expect(ask({ allowed: { edit: 'never' } }, 'edit', mine, noon)).toBe('forumRule');
    expect(ask({ allowed: { edit: 'untilAnswered' } }, 'edit', mine, noon, true)).toBe('answered');
    expect(ask({ allowed: { edit: { minutes: 120 } } }, 'edit', mine, noon - 1)).toBe('allowed');
    expect(ask({ allowed: { edit: { minutes: 120 } } }, 'edit', mine, noon)).toBe('editTimeOver');
  });
  it('removing, until answered', () => {
    expect(ask({}, 'remove', mine, noon)).toBe('allowed');
    expect(ask({}, 'remove', mine, noon, true)).toBe('answered');
    expect(ask({ allowed: { remove: 'anyTime' } }, 'remove', mine, noon, true)).toBe('allowed');
    expect(ask({ allowed: { remove: 'never' } }, 'remove', mine, noon)).toBe('forumRule');
  });
  it('nothing once posting has closed or the forum is frozen', () => {
    expect(ask({ frozen: true }, 'answer', other, noon)).toBe('phase');
    expect(ask({ schedule: { postingUntil: at('03-02 11:00') } }, 'edit', mine, noon)).toBe('phase');
  });
  it('answers after the due date only where the forum allows them', () => {
    const due = { schedule: { repliesDue: at('03-02 11:00') } };
    expect(ask(due, 'answer', other, noon)).toBe('allowed');
    expect(ask({ ...due, allowed: { postAfterDue: false } }, 'answer', other, noon)).toBe('dueDatePassed');
    expect(
      ask({ ...due, graceMinutes: 59, allowed: { postAfterDue: false } }, 'answer', other, noon - 1),
    ).toBe('allowed');
  });
  it('nods for others’ posts only, where the forum has them', () => {
    expect(ask({ allowed: { approve: 'nods' } }, 'nod', other, noon)).toBe('allowed');
    expect(ask({ allowed: { approve: 'nods' } }, 'nod', mine, noon)).toBe('yourOwn');
    expect(ask({}, 'nod', other, noon)).toBe('forumRule');
  });
  it('one thread each', () => {
    const f = forum({ openings: 'oneThreadEach' });
    const { access, placed } = look(f, [mine], noon);
    expect(mayDo(f, access, { do: 'openThread', own: placed }, noon).reason.code).toBe('oneThreadOnly');
  });
});
