import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Forum } from '../course/forum';
import type { Post } from '../course/post';
import type { Student } from '../course/roster';
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
import { accessTo, type Access, type StudentAccess } from './accessTo';
import { mayDo } from './mayDo';
import { mayRead, postsInPlace } from './mayRead';
import { readable, sealedCount } from './readable';

const ines = student('ines', { sectionId: 'evening' });
const bram = student('bram', { sectionId: 'evening' });
const chidi = student('chidi', { sectionId: 'morning' });
const sealed: ForumSketch = {
  seal: { minWords: 50, lift: 'never' },
  required: { initialRequired: 1, initialMinWords: 50 },
};
const noon = at('03-02 12:00');

function look(f: Forum, who: Student, posts: Post[], t: number) {
  const roster = [ines, bram, chidi].map((each) => (each.id === who.id ? who : each));
  const data = course({ students: roster, forums: [f], posts });
  const access = accessTo(data, f, asPerson(who), t) as StudentAccess;
  const placed = postsInPlace(posts, t);
  return { access, placed, sees: readable(access, placed), count: sealedCount(access, placed) };
}

describe('phases', () => {
  const f = forum({
    schedule: {
      visibleFrom: at('03-01 08:00'),
      visibleUntil: at('03-20 08:00'),
      postingFrom: at('03-02 08:00'),
      postingUntil: at('03-10 23:59'),
    },
  });
  const phase = (t: number, g = f, who = ines) => look(g, who, [], t).access.phase;
  it('go from absent over announced and open to read-only and absent', () => {
    expect(phase(at('03-01 07:59'))).toBe('absent');
    expect(phase(at('03-01 08:00'))).toBe('announced');
    expect(phase(at('03-02 08:00'))).toBe('open');
    expect(phase(at('03-10 23:59') + 59_999)).toBe('open');
    expect(phase(at('03-11 00:00'))).toBe('readOnly');
    expect(phase(at('03-20 08:01'))).toBe('absent');
  });
  it('are absent for drafts, the removed, others than the audience, and without a space', () => {
    expect(phase(noon, { ...f, status: 'draft' })).toBe('absent');
    expect(phase(noon, f, { ...ines, removed: true })).toBe('absent');
    expect(
      phase(noon, { ...f, audience: { kind: 'listed', sectionIds: [], groupIds: [], studentIds: ['bram'] } }),
    ).toBe('absent');
    expect(phase(noon, { ...f, readers: 'group', groupPlanId: 'streams' })).toBe('absent');
  });
  it('are read-only when frozen', () => expect(phase(noon, { ...f, frozen: true })).toBe('readOnly'));
  it('are locked until a prerequisite is met, and never again once a post counts', () => {
    const first = forum({ id: 'first', required: { initialRequired: 1, initialMinWords: 5 } });
    const second = forum({ prerequisites: [{ forumId: 'first', condition: { kind: 'initialPosts' } }] });
    const answer = post('a', 'ines', [revision(noon, 5)], { forumId: 'first' });
    const phaseWith = (posts: Post[]) =>
      (
        accessTo(
          course({ students: [ines], forums: [first, second], posts }),
          second,
          asPerson(ines),
          noon,
        ) as StudentAccess
      ).phase;
    expect(phaseWith([])).toBe('locked');
    expect(phaseWith([answer])).toBe('open');
    expect(phaseWith([post('b', 'ines', [revision(noon, 1)])])).toBe('open');
  });
  it('ask for a released score of at least so many percent', () => {
    const first = forum({
      id: 'first',
      evaluation: { maximum: 1000, parts: [], lateness: { kind: 'none' }, gate: 'none', aboveMaximum: false },
    });
    const second = forum({
      prerequisites: [{ forumId: 'first', condition: { kind: 'score', atLeast: 5000 } }],
    });
    const phaseWith = (points: number, released: boolean, excused = false) => {
      const scores = [{ forumId: 'first', studentId: 'ines', points, givenAt: noon, released, excused }];
      return (
        accessTo(
          course({ students: [ines], forums: [first, second], scores }),
          second,
          asPerson(ines),
          noon,
        ) as StudentAccess
      ).phase;
    };
    expect(phaseWith(500, true)).toBe('open');
    expect(phaseWith(499, true)).toBe('locked');
    expect(phaseWith(1000, false)).toBe('locked');
    expect(phaseWith(0, false, true)).toBe('open');
  });
});

describe('the seal, the example of the rules', () => {
  const first = post(
    'first',
    'ines',
    [revision(at('03-02 10:00'), 3), revision(at('03-02 10:05'), 60), revision(at('03-02 10:20'), 2)],
    {
      removals: [{ from: at('03-02 10:30'), to: null }],
    },
  );
  const second = post('second', 'ines', [revision(at('03-02 10:40'), 55)]);
  it.each([
    ['10:00', 'forum'],
    ['10:04', 'forum'],
    ['10:05', 'none'],
    ['10:20', 'none'],
    ['10:30', 'forum'],
    ['10:40', 'none'],
  ])('at %s: %s', (time, expected) => {
    expect(look(forum(sealed), ines, [first, second], at(`03-02 ${time}`)).access.sealed).toBe(expected);
  });
});

describe('the seal', () => {
  const others = post('bram', 'bram', [revision(at('03-02 09:00'), 80)]);
  const starter = post('starter', 'teodora', [revision(at('03-01 09:00'), 30)], {
    authorKind: 'staff',
    starter: true,
  });
  const below = post('below', 'bram', [revision(at('03-02 09:30'), 20)], { to: starter });
  const short = post('mine', 'ines', [revision(at('03-02 10:00'), 10)]);
  const staffToMe = post('staff', 'teodora', [revision(at('03-02 10:30'), 10)], {
    to: short,
    authorKind: 'staff',
  });
  const all = [others, starter, below, short, staffToMe];

  it('leaves the starter, one’s own post, staff’s answer to it, and a number', () => {
    const { sees, count } = look(forum(sealed), ines, all, noon);
    expect([...sees.keys()].sort()).toEqual(['mine', 'staff', 'starter']);
    expect(count).toBe(2);
  });
  it('lets a sealed student open a thread and answer staff below their own post, nothing else', () => {
    const f = forum(sealed);
    const { access, placed } = look(f, ines, all, noon);
    const place = (id: string) => placed.find((p) => p.id === id)!;
    expect(mayDo(f, access, { do: 'openThread', own: [] }, noon).yes).toBe(true);
    expect(mayDo(f, access, { do: 'answer', place: place('staff') }, noon).yes).toBe(true);
    expect(mayDo(f, access, { do: 'answer', place: place('starter') }, noon)).toEqual({
      yes: false,
      reason: { code: 'sealed' },
    });
    expect(mayDo(f, access, { do: 'answer', place: place('bram') }, noon).reason.code).toBe('notReadable');
  });
  it('lifts when posting closes, at the initial due date with its grace, or at an instant', () => {
    const dated = (lift: 'whenPostingCloses' | 'atInitialDue' | { at: number }) =>
      forum({
        ...sealed,
        graceMinutes: 10,
        seal: { minWords: 50, lift },
        schedule: { initialDue: at('03-04 23:59'), postingUntil: at('03-08 23:59') },
      });
    const scopes = (f: Forum, t: number) => look(f, ines, [], t).access.sealed;
    expect(scopes(dated('whenPostingCloses'), at('03-09 00:00') - 1)).toBe('forum');
    expect(scopes(dated('whenPostingCloses'), at('03-09 00:00'))).toBe('none');
    expect(scopes(dated('atInitialDue'), at('03-05 00:10') - 1)).toBe('forum');
    expect(scopes(dated('atInitialDue'), at('03-05 00:10'))).toBe('none');
    expect(scopes(dated({ at: noon }), noon)).toBe('none');
  });
  it('a freeze does not lift', () =>
    expect(look(forum({ ...sealed, frozen: true }), ines, [], noon).access.sealed).toBe('forum'));
  it('a held post unseals, a returned one does not until it is sent again', () => {
    const held = post('mine', 'ines', [revision(at('03-02 10:00'), 60), revision(at('03-02 11:00'), 70)], {
      approvals: [
        { at: at('03-02 10:00'), state: 'held' },
        { at: at('03-02 10:30'), state: 'returned' },
        { at: at('03-02 11:00'), state: 'held' },
      ],
    });
    const scopes = (time: string) => look(forum(sealed), ines, [held], at(`03-02 ${time}`)).access.sealed;
    expect([scopes('10:00'), scopes('10:30'), scopes('11:00')]).toEqual(['none', 'forum', 'none']);
  });
  it('is asked of each question on its own', () => {
    const f = forum({
      ...sealed,
      openings: 'answerQuestions',
      questions: [
        { id: 'q1', retired: false },
        { id: 'q2', retired: false },
      ],
    });
    const mine = post('mine', 'ines', [revision(at('03-02 09:00'), 60)], { questionId: 'q1' });
    const posts = [
      mine,
      post('b1', 'bram', [revision(1, 60)], { questionId: 'q1' }),
      post('b2', 'bram', [revision(1, 60)], { questionId: 'q2' }),
    ];
    const { access, sees } = look(f, ines, posts, noon);
    expect(access.sealed).toEqual(['q2']);
    expect([...sees.keys()].sort()).toEqual(['b1', 'mine']);
  });
  it('counts only in the present space', () => {
    const f = forum({ ...sealed, readers: 'section' });
    const elsewhere = post('mine', 'ines', [revision(at('03-02 09:00'), 60)], { spaceId: 'morning' });
    expect(look(f, ines, [elsewhere], noon).access.sealed).toBe('forum');
  });
});

describe('what else may be read', () => {
  const t = noon;
  const root = post('root', 'bram', [revision(1, 10)]);
  it('an aside reaches its student and staff, and so does every answer below it', () => {
    const aside = post('aside', 'teodora', [revision(2, 5)], {
      to: root,
      authorKind: 'staff',
      asideWith: 'bram',
    });
    const answer = post('answer', 'bram', [revision(3, 5)], { to: aside, asideWith: 'bram' });
    expect([...look(forum(), ines, [root, aside, answer], t).sees.keys()]).toEqual(['root']);
    expect(look(forum(), bram, [root, aside, answer], t).sees.size).toBe(3);
  });
  it('a held post and what stands below it reach its author, and those below their own', () => {
    const held = post('held', 'bram', [revision(1, 10)], { approvals: [{ at: 1, state: 'held' }] });
    const below = post('below', 'ines', [revision(2, 10)], { to: held });
    const staff = post('staff', 'teodora', [revision(3, 10)], { to: below, authorKind: 'staff' });
    expect([...look(forum(), ines, [held, below, staff], t).sees.keys()].sort()).toEqual(['below', 'staff']);
    expect(look(forum(), bram, [held, below, staff], t).sees.size).toBe(3);
    expect(look(forum(), chidi, [held, below, staff], t).sees.size).toBe(0);
  });
  it('a removed post keeps an empty place for others while something below it can be seen', () => {
    const removed = post('removed', 'bram', [revision(1, 10)], { removals: [{ from: 5, to: null }] });
    const below = post('below', 'chidi', [revision(2, 10)], { to: removed });
    expect(look(forum(), ines, [removed, below], t).sees).toEqual(
      new Map([
        ['below', 'text'],
        ['removed', 'place'],
      ]),
    );
    expect(look(forum(), ines, [removed], t).sees.size).toBe(0);
    expect(look(forum(), bram, [removed], t).sees.get('removed')).toBe('text');
  });
  it('other spaces open only where the forum says so, after posting has closed, to the unsealed', () => {
    const other = post('other', 'chidi', [revision(1, 60)], { spaceId: 'morning' });
    const mine = post('mine', 'ines', [revision(1, 60)], { spaceId: 'evening' });
    const f = forum({
      ...sealed,
      readers: 'section',
      openSpacesAfterClose: true,
      schedule: { postingUntil: at('03-08 23:59') },
    });
    expect(look(f, ines, [other, mine], t).sees.has('other')).toBe(false);
    expect(look(f, ines, [other, mine], at('03-09 00:00')).sees.has('other')).toBe(true);
    expect(look(f, ines, [other], at('03-09 00:00')).sees.has('other')).toBe(false);
  });
  it('a journal is its student’s and staff’s; an assistant of one section reads that section’s', () => {
    const f = forum({ readers: 'staff' });
    const entry = post('entry', 'bram', [revision(1, 60)], { spaceId: 'bram' });
    expect(look(f, ines, [entry], t).sees.size).toBe(0);
    expect(look(f, bram, [entry], t).sees.size).toBe(1);
    const data = course({ students: [ines, bram, chidi], forums: [f], posts: [entry] });
    const assistant = (sections: string[]) =>
      accessTo(data, f, { kind: 'staff', id: 'a', role: 'assistant', sections }, t);
    expect(mayRead(assistant(['morning']), postsInPlace([entry], t)[0]!).yes).toBe(false);
    expect(mayRead(assistant(['evening']), postsInPlace([entry], t)[0]!).yes).toBe(true);
    expect(mayRead(accessTo(data, f, instructor, t), postsInPlace([entry], t)[0]!).yes).toBe(true);
  });
  it('one’s own posts stay readable in every phase of a published forum, and never in a draft', () => {
    const mine = post('mine', 'ines', [revision(1, 60)]);
    const toMe = post('toMe', 'teodora', [revision(2, 5)], { to: mine, authorKind: 'staff' });
    const over = forum({ schedule: { visibleUntil: at('03-01 08:00') } });
    expect([...look(over, ines, [mine, toMe, root], t).sees.keys()].sort()).toEqual(['mine', 'toMe']);
    expect(look({ ...over, status: 'draft' }, ines, [mine], t).sees.size).toBe(0);
    expect(look(over, { ...ines, removed: true }, [mine], t).sees.size).toBe(0);
  });
});

describe('no leak, whatever the conversation', () => {
  const people = [ines, bram, chidi];
  const made = fc.record({
    author: fc.constantFrom('ines', 'bram', 'chidi', 'teodora'),
    parent: fc.nat({ max: 30 }),
    opens: fc.boolean(),
    words: fc.nat({ max: 90 }),
    held: fc.boolean(),
    aside: fc.constantFrom(null, null, null, 'bram', 'chidi'),
    removed: fc.boolean(),
    starter: fc.boolean(),
  });
  const conversation = fc.array(made, { maxLength: 25 }).map((sketches) => {
    const posts: Post[] = [];
    sketches.forEach((sketch, index) => {
      const staff = sketch.author === 'teodora';
      const to = sketch.opens || posts.length === 0 ? undefined : posts[sketch.parent % posts.length];
      const section = people.find((p) => p.id === sketch.author)?.sectionId ?? null;
      posts.push(
        post(`p${index}`, sketch.author, [revision(1000 + index, sketch.words)], {
          to,
          authorKind: staff ? 'staff' : 'student',
          spaceId: to ? to.spaceId : section,
          starter: staff && !to && sketch.starter,
          asideWith: to?.asideWith ?? (staff && to ? sketch.aside : null),
          approvals: !staff && sketch.held ? [{ at: 1000 + index, state: 'held' }] : [],
          removals: sketch.removed ? [{ from: 5000, to: null }] : [],
        }),
      );
    });
    return posts;
  });
  const f = forum({ ...sealed, readers: 'section' });

  it('nothing sealed, held, aside or of another space is readable', () => {
    fc.assert(
      fc.property(conversation, (posts) => {
        for (const who of people) {
          const { access, sees } = look(f, who, posts, 9000);
          const byId = new Map(posts.map((p) => [p.id, p]));
          for (const id of sees.keys()) {
            const seen = byId.get(id)!;
            if (seen.authorId === who.id) continue;
            const toMe =
              seen.authorKind === 'staff' && (seen.answers?.authorId === who.id || seen.asideWith === who.id);
            expect(seen.asideWith === null || seen.asideWith === who.id).toBe(true);
            if (toMe || seen.asideWith === who.id) continue;
            expect(seen.spaceId === null || seen.spaceId === who.sectionId).toBe(true);
            if (access.sealed !== 'none') expect(seen.starter && seen.parentId === null).toBe(true);
            for (
              let up: Post | undefined = seen;
              up;
              up = up.parentId === null ? undefined : byId.get(up.parentId)
            ) {
              expect(up.approvals.length === 0 || up.authorId === who.id).toBe(true);
            }
          }
        }
      }),
      { numRuns: 300 },
    );
  });
  it('the order in which posts are given changes nothing', () => {
    fc.assert(
      fc.property(conversation, fc.infiniteStream(fc.nat()), (posts, keys) => {
        const shuffled = posts
          .map((p) => ({ p, key: keys.next().value as number }))
          .sort((a, b) => a.key - b.key)
          .map(({ p }) => p);
        for (const who of people) {
          const one = look(f, who, posts, 9000);
          const two = look(f, who, shuffled, 9000);
          expect(new Map([...two.sees].sort())).toEqual(new Map([...one.sees].sort()));
          expect(two.count).toBe(one.count);
        }
      }),
    );
  });
  it('staff see everything', () => {
    fc.assert(
      fc.property(conversation, (posts) => {
        const access: Access = accessTo(
          course({ students: people, forums: [f], posts }),
          f,
          instructor,
          9000,
        );
        expect(readable(access, postsInPlace(posts, 9000)).size).toBe(posts.length);
      }),
    );
  });
});
