import { describe, expect, it } from 'vitest';
import { at, forum, post, revision } from '../testing/fixtures';
import { isReplyAwaited, unansweredIn } from './unanswered';

const when = (minute: number) => [revision(at('03-02 10:00') + minute * 60_000, 40)];
const T = at('03-09 12:00');
const ines = post('ines', 'ines', when(0));
const bram = post('bram', 'bram', when(1));

describe('who goes unanswered', () => {
  it('lists posts of students that nobody else has answered, the oldest first', () => {
    const reply = post('reply', 'bram', when(2), { to: ines });
    const own = post('own', 'chidi', when(3));
    const self = post('self', 'chidi', when(4), { to: own });
    expect(unansweredIn([ines, bram, reply, own, self], T).posts.map(({ id }) => id)).toEqual([
      'bram',
      'reply',
      'own',
      'self',
    ]);
  });
  it('takes an answer by staff, also aside, and none that was removed', () => {
    const aside = post('aside', 'teodora', when(2), { to: ines, authorKind: 'staff', asideWith: 'ines' });
    const gone = post('gone', 'chidi', when(3), { to: bram, removals: [{ from: T - 1, to: null }] });
    expect(unansweredIn([ines, bram, aside, gone], T).posts.map(({ id }) => id)).toEqual(['bram']);
    expect(unansweredIn([ines, bram, aside, gone], T - 1000).posts.map(({ id }) => id)).toEqual(['gone']);
  });
  it('lists no post that does not count', () => {
    const held = post('held', 'dalia', when(1), { approvals: [{ at: at('03-02 10:00'), state: 'held' }] });
    expect(unansweredIn([held], T)).toEqual({ posts: [], students: new Map() });
  });
  it('counts whom each student answered, each person once, and not themselves', () => {
    const posts = [
      ines,
      bram,
      post('r1', 'bram', when(2), { to: ines }),
      post('r2', 'bram', when(3), { to: ines }),
      post('r3', 'bram', when(4), { to: bram }),
    ];
    const { students } = unansweredIn(posts, T);
    expect(students.get('bram')).toEqual({ posts: 4, answered: 1 });
    expect(students.get('ines')).toEqual({ posts: 1, answered: 0 });
    expect(students.has('chidi')).toBe(false);
  });
});

describe('who waits for a reply', () => {
  const talk = forum({ schedule: { postingFrom: at('03-02 08:00'), postingUntil: at('03-10 23:59') } });

  it('is whoever writes where people can still write', () => {
    expect(isReplyAwaited(talk, at('03-04 12:00'))).toBe(true);
    expect(isReplyAwaited(talk, at('03-01 12:00'))).toBe(false);
  });

  it('is nobody in a journal', () => {
    expect(isReplyAwaited({ ...talk, readers: 'staff' }, at('03-04 12:00'))).toBe(false);
  });
});
