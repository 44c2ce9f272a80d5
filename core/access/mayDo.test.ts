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
import { postsInPlace, type PostInPlace } from './mayRead';

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
const frozen = post('frozen', 'bram', [revision(at('03-02 08:00'), 60)], {
  freezes: [{ from: at('03-02 11:00'), to: at('03-02 13:00') }],
});
const inFrozen = post('inFrozen', 'ines', [revision(at('03-02 10:30'), 60)], { to: frozen });
const all = [mine, other, staff, aside, gone, frozen, inFrozen];

type Verb = 'answer' | 'aside' | 'quote' | 'nod' | 'rate' | 'see' | 'edit' | 'remove';

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

describe('a frozen thread', () => {
  it('is read by students, and nothing is written, changed, removed or nodded to in it while it is frozen', () => {
    for (const verb of ['answer', 'quote', 'nod'] as const)
      expect(ask(me, verb, frozen, { allowed: { approve: 'nods' } })).toBe('threadFrozen');
    expect(ask(me, 'edit', inFrozen)).toBe('threadFrozen');
    expect(ask(me, 'remove', inFrozen)).toBe('threadFrozen');
    expect(ask(me, 'see', frozen)).toBe('allowed');
    expect(ask(me, 'answer', other)).toBe('allowed');
  });
  it('was open before, and goes on after', () => {
    expect(ask(me, 'answer', frozen, {}, at('03-02 10:59'))).toBe('allowed');
    expect(ask(me, 'answer', frozen, {}, at('03-02 13:00'))).toBe('allowed');
  });
  it('does not bind staff', () => {
    expect(ask(instructor, 'answer', frozen)).toBe('staff');
  });
});

describe('an aside', () => {
  it('is written by staff, under a student’s post or another aside', () => {
    expect(ask(instructor, 'aside', other)).toBe('staff');
    expect(ask(instructor, 'aside', aside)).toBe('staff');
    expect(ask(instructor, 'aside', staff)).toBe('noAsideHere');
    expect(ask(me, 'aside', other)).toBe('staffOnly');
  });
});

describe('changing a text as staff', () => {
  const pilar: Person = { kind: 'staff', id: 'pilar', role: 'assistant', sections: ['evening'] };
  it('is for instructors everywhere, and for assistants with the students they work with', () => {
    expect(ask(instructor, 'edit', mine)).toBe('staff');
    expect(ask(instructor, 'edit', staff)).toBe('staff');
    expect(ask(pilar, 'edit', other)).toBe('staff');
    expect(ask(pilar, 'edit', mine)).toBe('notYours');
    expect(ask(pilar, 'edit', staff)).toBe('notYours');
    expect(ask({ ...pilar, sections: 'all' }, 'edit', mine)).toBe('staff');
  });
});

describe('an assistant limited to sections', () => {
  const pilar: Person = { kind: 'staff', id: 'pilar', role: 'assistant', sections: ['evening'] };
  const inSpace = (spaceId: string | null, author: 'ines' | 'bram') => ({
    ...(author === 'ines' ? mine : other),
    spaceId,
  });
  const may = (action: (place: PostInPlace) => Action, on: Post, sketch: ForumSketch = {}) => {
    const f = forum(sketch);
    const posts = [on];
    const data = course({ students: [ines, bram], forums: [f], posts });
    const [place] = postsInPlace(posts, noon);
    return mayDo(f, accessTo(data, f, pilar, noon), action(place!), noon).reason.code;
  };
  const verbs = ['aside', 'nod', 'remove', 'moderate'] as const;
  const act = (verb: (typeof verbs)[number] | 'answer' | 'quote') => (place: PostInPlace) =>
    (verb === 'remove' ? { do: verb, place, post: other, answered: false } : { do: verb, place }) as Action;
  it('does everything with their own students, in any forum', () => {
    for (const verb of [...verbs, 'answer', 'quote'] as const) {
      expect([verb, may(act(verb), inSpace(null, 'bram'))]).toEqual([verb, 'staff']);
      expect([verb, may(act(verb), inSpace('evening', 'bram'), { readers: 'section' })]).toEqual([
        verb,
        'staff',
      ]);
    }
  });
  it('beyond them answers and opens threads where the class reads together, and nothing else', () => {
    for (const verb of verbs) expect([verb, may(act(verb), mine)]).toEqual([verb, 'notYourStudents']);
    expect([may(act('answer'), mine), may(act('quote'), mine)]).toEqual(['staff', 'staff']);
    const apart: ForumSketch = { readers: 'section' };
    expect(may(act('answer'), inSpace('morning', 'ines'), apart)).toBe('notYourStudents');
    const opens = (spaceId: string | null | undefined, sketch: ForumSketch) =>
      may(() => ({ do: 'openThread', own: [], spaceId }), mine, sketch);
    expect([opens(null, {}), opens(undefined, {})]).toEqual(['staff', 'staff']);
    expect([
      opens('evening', apart),
      opens('morning', apart),
      opens(null, apart),
      opens(undefined, apart),
    ]).toEqual(['staff', 'notYourStudents', 'notYourStudents', 'staff']);
  });
});
