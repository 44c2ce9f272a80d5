import { describe, expect, it } from 'vitest';
import type { Post } from '../course/post';
import type { Person } from '../course/roster';
import {
  asPerson,
  at,
  course,
  forum,
  instructor,
  post,
  revision,
  student,
  type ForumSketch,
} from '../testing/fixtures';
import { accessTo } from './accessTo';
import { mayDo, type Action } from './mayDo';
import { postsInPlace } from './mayRead';

const ines = student('ines', { sectionId: 'morning' });
const bram = student('bram', { sectionId: 'evening' });
const noon = at('03-02 12:00');
const mine = post('mine', 'ines', [revision(at('03-02 10:00'), 60)]);
const other = post('other', 'bram', [revision(at('03-02 09:00'), 60)]);
const staff = post('staff', 'teodora', [revision(at('03-02 11:00'), 10)], { to: mine, authorKind: 'staff' });
const aside = post('aside', 'teodora', [revision(at('03-02 11:30'), 10)], {
  to: mine,
  authorKind: 'staff',
  asideWith: 'ines',
});
const gone = post('gone', 'bram', [revision(at('03-02 08:00'), 60)], {
  removals: [{ from: at('03-02 08:30'), to: null }],
});
const all = [mine, other, staff, aside, gone];

type Verb = 'answer' | 'quote' | 'nod' | 'rate' | 'see' | 'edit' | 'remove';

function ask(who: Person, verb: Verb | 'attach', on: Post | null, sketch: ForumSketch = {}, t = noon) {
  const f = forum(sketch);
  const data = course({ students: [ines, bram], forums: [f], posts: all });
  const access = accessTo(data, f, who, t);
  if (on === null || verb === 'attach') return mayDo(f, access, { do: 'attach' }, t).reason.code;
  const place = postsInPlace(all, t).find(({ id }) => id === on.id)!;
  const action: Action =
    verb === 'edit' || verb === 'remove'
      ? { do: verb, place, post: on, answered: on.id === 'mine' }
      : { do: verb, place };
  return mayDo(f, access, action, t).reason.code;
}

const me = asPerson(ines);

describe('a student', () => {
  it('attaches and quotes where the forum allows it', () => {
    expect(ask(me, 'attach', null)).toBe('allowed');
    expect(ask(me, 'attach', null, { allowed: { attach: false } })).toBe('forumRule');
    expect(ask(me, 'quote', other)).toBe('allowed');
    expect(ask(me, 'quote', other, { allowed: { quote: false } })).toBe('forumRule');
  });
  it('rates others from 1 to 5 only where the forum asks for it', () => {
    expect(ask(me, 'rate', other, { allowed: { approve: 'ratings' } })).toBe('allowed');
    expect(ask(me, 'rate', mine, { allowed: { approve: 'ratings' } })).toBe('yourOwn');
    expect(ask(me, 'rate', other, { allowed: { approve: 'nods' } })).toBe('forumRule');
    expect(ask(me, 'nod', other, { allowed: { approve: 'ratings' } })).toBe('forumRule');
  });
  it('answers an aside, and nobody else sees it', () => {
    expect(ask(me, 'answer', aside)).toBe('allowed');
    expect(ask(asPerson(bram), 'answer', aside)).toBe('notReadable');
    expect(ask(asPerson(bram), 'see', aside)).toBe('notReadable');
  });
  it('answers no removed post, not even the own', () => {
    expect(ask(asPerson(bram), 'answer', gone)).toBe('removed');
    expect(ask(asPerson(bram), 'edit', gone)).toBe('removed');
    expect(ask(asPerson(bram), 'see', gone)).toBe('allowed');
  });
  it('under the seal answers staff below the own post, and nods for nobody', () => {
    const sealed: ForumSketch = {
      seal: { minWords: 100, lift: 'never' },
      required: { initialRequired: 1 },
      allowed: { approve: 'nods' },
    };
    expect(ask(me, 'answer', staff, sealed)).toBe('allowed');
    expect(ask(me, 'answer', aside, sealed)).toBe('allowed');
    expect(ask(me, 'answer', mine, sealed)).toBe('sealed');
    expect(ask(me, 'answer', other, sealed)).toBe('notReadable');
    expect(ask(me, 'nod', staff, sealed)).toBe('sealed');
    expect(ask(me, 'edit', mine, sealed)).toBe('allowed');
  });
  it('does nothing before posting opens, but sees the own', () => {
    const announced: ForumSketch = { schedule: { postingFrom: at('03-03 08:00') } };
    expect(ask(me, 'edit', mine, announced)).toBe('phase');
    expect(ask(me, 'see', mine, announced)).toBe('allowed');
    expect(ask(me, 'see', other, announced)).toBe('notReadable');
  });
  it('may remove what was answered only where the forum lets it be removed any time', () => {
    expect(ask(me, 'remove', mine)).toBe('answered');
    expect(ask(me, 'remove', mine, { allowed: { remove: 'anyTime' } })).toBe('allowed');
    expect(ask(me, 'remove', other)).toBe('notYours');
  });
  it('takes back their own removal while they could still remove, and none by staff', () => {
    const take = (removedBy: string, sketch: ForumSketch = {}, answered = false) => {
      const own = post('own', 'ines', [revision(at('03-02 08:00'), 60)], {
        removals: [{ from: at('03-02 09:00'), to: null }],
      });
      const f = forum(sketch);
      const [place] = postsInPlace([own], noon);
      const access = accessTo(course({ students: [ines], forums: [f], posts: [own] }), f, me, noon);
      return mayDo(f, access, { do: 'restore', place: place!, answered, removedBy }, noon).reason.code;
    };
    expect(take('ines')).toBe('allowed');
    expect(take('teodora')).toBe('removedByStaff');
    expect(take('ines', {}, true)).toBe('answered');
    expect(take('ines', { allowed: { remove: 'never' } })).toBe('forumRule');
    expect(take('ines', { frozen: true })).toBe('phase');
  });
});

describe('staff', () => {
  it('do what they need to in every phase, frozen or closed', () => {
    const closed: ForumSketch = { frozen: true, schedule: { postingUntil: at('03-01 08:00') } };
    for (const verb of ['answer', 'quote', 'remove', 'edit'] as const) {
      expect(ask(instructor, verb, other, closed)).toBe('staff');
    }
    expect(ask(instructor, 'see', gone, closed)).toBe('allowed');
  });
  it('do not approve of their own posts', () => {
    expect(ask(instructor, 'nod', staff)).toBe('yourOwn');
    expect(ask(instructor, 'nod', other)).toBe('staff');
  });
  it('limited to sections do not read the asides of others', () => {
    const assistant: Person = { kind: 'staff', id: 'pilar', role: 'assistant', sections: ['evening'] };
    expect(ask(assistant, 'see', other)).toBe('allowed');
    expect(ask(assistant, 'see', aside)).toBe('notReadable');
    expect(ask({ ...assistant, sections: ['morning'] }, 'see', aside)).toBe('allowed');
  });
});
