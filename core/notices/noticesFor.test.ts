import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { accessTo } from '../access/accessTo';
import { mayRead, postsInPlace } from '../access/mayRead';
import type { Forum } from '../course/forum';
import type { Post } from '../course/post';
import type { Person } from '../course/roster';
import { conversation, groups, people, T } from '../testing/conversations';
import { asPerson, at, course, forum, instructor, post, revision, student } from '../testing/fixtures';
import type { NoticeFacts } from './noticeFacts';
import { noticesFor, TOLD_FOR } from './noticesFor';

const ines = student('ines');
const bram = student('bram');
const r = (when: string, words = 40) => [revision(at(when), words)];
const NOW = at('03-05 12:00');

/** Everything that happened around someone, from the posts; a test adds what else did. */
function factsOf(
  person: Person,
  f: Forum,
  posts: readonly Post[],
  t: number,
  more: Partial<NoticeFacts> = {},
): NoticeFacts {
  const students = [ines, bram, student('chidi'), student('dalia')];
  const places = new Map(postsInPlace(posts, t).map((place) => [place.id, place]));
  return {
    course: course({ students, forums: [f], posts: [...posts] }),
    person,
    towards: posts
      .filter(({ answers }) => answers?.authorId === person.id)
      .map((each) => ({ post: each, mentionedAt: null })),
    placeOf: ({ id }) => places.get(id),
    decisions: [],
    released: [],
    looked: [],
    looks: [],
    timeAnswered: [],
    timeAsked: [],
    reviews: [],
    sent: [],
    announced: [],
    asked: [],
    followed: [],
    dates: [],
    held: [],
    reported: [],
    ...more,
  };
}
const kinds = (facts: NoticeFacts, t = NOW) => noticesFor(facts, t).map(({ kind, postId }) => [kind, postId]);
const open = forum();
const mine = post('mine', 'ines', r('03-02 10:00'));
const answer = post('answer', 'bram', r('03-03 10:00'), { to: mine });
const asInes = asPerson(ines);

describe('what someone is told of', () => {
  it('is what staff announced to them, from its moment on, under its own name', () => {
    const announced = [
      { id: 'walk', at: at('03-05 08:00'), by: 'teodora', title: 'Gauge walk', text: 'At the weir.' },
      { id: 'later', at: at('03-06 08:00'), by: 'teodora', title: 'Later', text: 'Not yet.' },
    ];
    const facts = factsOf(asInes, open, [], NOW, { announced });
    expect(noticesFor(facts, NOW)).toMatchObject([
      {
        kind: 'announced',
        key: 'announced:walk',
        title: 'Gauge walk',
        line: 'At the weir.',
        actorId: 'teodora',
      },
    ]);
    expect(noticesFor(facts, at('03-06 08:00'))).toHaveLength(2);
  });
  it('is an answer to a post of theirs, and nothing of their own', () => {
    const own = post('own', 'ines', r('03-03 11:00'), { to: mine });
    const [notice, ...rest] = noticesFor(factsOf(asInes, open, [mine, answer, own], NOW), NOW);
    expect(notice).toMatchObject({
      key: 'answer:answer',
      kind: 'answer',
      at: at('03-03 10:00'),
      postId: 'answer',
      aboutId: 'mine',
      actorId: 'bram',
    });
    expect(rest).toEqual([]);
  });
  it('tells an aside as one, to the student it is for and to nobody else', () => {
    const aside = post('aside', 'teodora', r('03-03 10:00'), {
      to: mine,
      authorKind: 'staff',
      asideWith: 'ines',
    });
    expect(kinds(factsOf(asInes, open, [mine, aside], NOW))).toEqual([['aside', 'aside']]);
    const facts = factsOf(asPerson(bram), open, [mine, aside], NOW, {
      towards: [{ post: aside, mentionedAt: NOW }],
      followed: [{ forumId: 'forum', posts: [aside] }],
    });
    expect(kinds(facts)).toEqual([]);
  });
  it('waits with an answer that is held, and tells it from when it was approved', () => {
    const held = post('held', 'bram', r('03-03 10:00'), {
      to: mine,
      approvals: [
        { at: at('03-03 10:00'), state: 'held' },
        { at: at('03-04 09:00'), state: 'approved' },
      ],
    });
    const before = at('03-03 12:00');
    expect(kinds(factsOf(asInes, open, [mine, held], before), before)).toEqual([]);
    expect(noticesFor(factsOf(asInes, open, [mine, held], NOW), NOW)[0]!.at).toBe(at('03-04 09:00'));
  });
  it('says nothing of an answer that was removed', () => {
    const gone = { ...answer, removals: [{ from: at('03-04 10:00'), to: null }] };
    expect(kinds(factsOf(asInes, open, [mine, gone], NOW))).toEqual([]);
  });
  it('keeps a mention, a post that was sent, and new posts of a followed forum behind the seal', () => {
    const sealed = forum({ seal: { minWords: 20, lift: 'never' } });
    const other = post('other', 'bram', r('03-03 10:00'));
    const more = {
      towards: [{ post: other, mentionedAt: at('03-03 10:00') }],
      sent: [
        {
          id: 's',
          at: at('03-03 11:00'),
          from: 'chidi',
          forumId: 'forum',
          postId: 'other',
          line: 'Read this.',
        },
      ],
      followed: [{ forumId: 'forum', posts: [other] }],
    };
    expect(kinds(factsOf(asInes, sealed, [other], NOW, more))).toEqual([]);
    expect(kinds(factsOf(asInes, sealed, [other, mine], NOW, more))).toEqual([
      ['sent', 'other'],
      ['followed', 'other'],
      ['mention', 'other'],
    ]);
  });
  it('says what staff did with their posts, with the reason, also when the forum is not there any more', () => {
    const gone = forum({ schedule: { visibleUntil: at('03-04 00:00') } });
    const decisions = (['returned', 'removed', 'edited', 'approved'] as const).map((kind, index) => ({
      kind,
      forumId: 'forum',
      postId: 'mine',
      at: at('03-03 10:00') + index,
      by: 'teodora',
      reason: kind === 'returned' ? 'Say where you saw it.' : null,
    }));
    const notices = noticesFor(factsOf(asInes, gone, [mine, answer], NOW, { decisions }), NOW);
    expect(notices.map(({ kind }) => kind)).toEqual(['approved', 'edited', 'removed', 'returned']);
    expect(notices.at(-1)!.line).toBe('Say where you saw it.');
    const own = [{ ...decisions[1]!, by: 'ines' }];
    expect(kinds(factsOf(asInes, gone, [mine], NOW, { decisions: own }))).toEqual([]);
  });
  it('tells released scores and changed dates, and no dates of a forum that is not there', () => {
    const dates = [
      {
        forumId: 'forum',
        at: at('03-04 10:00'),
        before: { postingFrom: null, postingUntil: null, initialDue: 1, repliesDue: null, reviewsDue: null },
        after: { postingFrom: null, postingUntil: null, initialDue: 2, repliesDue: null, reviewsDue: null },
      },
    ];
    const more = { dates, released: [{ forumId: 'forum', byHand: false, at: at('03-04 11:00') }] };
    expect(kinds(factsOf(asInes, open, [], NOW, more)).map(([kind]) => kind)).toEqual(['released', 'dates']);
    const hidden = forum({ schedule: { visibleFrom: at('03-20 00:00') } });
    expect(kinds(factsOf(asInes, hidden, [], NOW, more)).map(([kind]) => kind)).toEqual(['released']);
    const walk = { forumId: 'gauge-walk', byHand: true, at: at('03-04 11:00') };
    const gone = { ...walk, forumId: 'in-the-bin', byHand: false };
    expect(kinds(factsOf(asInes, open, [], NOW, { released: [walk, gone] }))).toHaveLength(1);
    expect(noticesFor(factsOf(asInes, open, [], at('03-04 09:00'), more), at('03-04 09:00'))).toEqual([]);
  });
  it('tells staff how many posts wait, and students nothing of it', () => {
    const held = ['a', 'b'].map((id) =>
      post(id, 'bram', r('03-03 10:00'), { approvals: [{ at: at('03-03 10:00'), state: 'held' as const }] }),
    );
    const more = { held: held.map((each) => ({ post: each, since: at('03-03 10:00') })) };
    expect(noticesFor(factsOf(instructor, open, held, NOW, more), NOW)).toMatchObject([
      { kind: 'held', count: 2, postId: 'a' },
    ]);
    expect(kinds(factsOf(asInes, open, held, NOW, more))).toEqual([]);
  });
  it('is of staff that students ask for another look, and of a student that theirs was answered', () => {
    const asks = ['ines', 'bram'].map((studentId, n) => ({
      forumId: open.id,
      studentId,
      at: at(`03-0${n + 3} 10:00`),
    }));
    const facts = (person: Person, more: Partial<NoticeFacts>) =>
      noticesFor(factsOf(person, open, [], NOW, more), NOW);
    expect(facts(instructor, { looks: asks })).toMatchObject([
      { kind: 'looks', count: 2, at: at('03-04 10:00'), actorId: null },
    ]);
    expect(facts(instructor, { looks: asks.slice(1) })).toMatchObject([{ count: 1, actorId: 'bram' }]);
    expect(facts(asInes, { looks: asks })).toEqual([]);
    expect(facts(instructor, { timeAsked: asks })).toMatchObject([{ kind: 'timeAsked', count: 2 }]);
    expect(facts(asInes, { timeAsked: asks })).toEqual([]);
    const looked = [
      { id: 'look', forumId: open.id, at: at('03-04 11:00'), by: 'teodora', answer: 'It stands.' },
    ];
    expect(facts(asInes, { looked })).toMatchObject([{ key: 'looked:look', line: 'It stands.' }]);
  });
  it('forgets what lies longer back', () => {
    const late = at('03-03 10:00') + TOLD_FOR;
    expect(kinds(factsOf(asInes, open, [mine, answer], late - 1), late - 1)).toHaveLength(1);
    expect(kinds(factsOf(asInes, open, [mine, answer], late), late)).toEqual([]);
  });
});

describe('what the clock tells a student', () => {
  const f = forum({
    schedule: {
      postingFrom: at('03-01 08:00'),
      initialDue: at('03-05 23:59'),
      repliesDue: at('03-08 23:59'),
    },
    required: { initialRequired: 1, initialMinWords: 20, replies: 1 },
  });
  const told = (when: string, posts: Post[] = []) =>
    noticesFor(factsOf(asInes, f, posts, at(when)), at(when)).map(({ kind, at: since }) => [kind, since]);
  it('is that a forum opened, for a week', () => {
    expect(told('03-01 07:59')).toEqual([]);
    expect(told('03-01 08:00')).toEqual([['opens', at('03-01 08:00')]]);
    expect(told('03-08 08:01').map(([kind]) => kind)).not.toContain('opens');
  });
  it('is that something is due within a day and not done', () => {
    const due = ['due', at('03-04 23:59')];
    expect(told('03-04 23:58')).not.toContainEqual(due);
    expect(told('03-04 23:59')).toContainEqual(due);
    expect(told('03-05 23:59')).toContainEqual(due);
    expect(told('03-06 00:00')).not.toContainEqual(due);
    expect(told('03-05 12:00', [mine])).not.toContainEqual(due);
  });
  it('is nothing where the forum is frozen, and nothing for staff', () => {
    const frozen = { ...f, frozen: true };
    expect(kinds(factsOf(asInes, frozen, [], NOW))).toEqual([]);
    expect(kinds(factsOf(instructor, f, [], NOW))).toEqual([]);
  });
});

it('never leads anybody to a post they may not read, whatever a conversation is like', () => {
  let kept = 0;
  fc.assert(
    fc.property(conversation, ({ f, posts }) => {
      const places = new Map(postsInPlace(posts, T).map((place) => [place.id, place]));
      const data = course({ students: people, forums: [f], posts, groups });
      for (const person of [...people.map(asPerson), instructor]) {
        const facts: NoticeFacts = {
          ...factsOf(person, f, posts, T),
          course: data,
          towards: posts.map((each) => ({ post: each, mentionedAt: 2000 })),
          placeOf: ({ id }) => places.get(id),
          followed: [{ forumId: f.id, posts }],
          sent: posts.map(({ id }) => ({
            id: `s${id}`,
            at: 3000,
            from: 'x',
            forumId: f.id,
            postId: id,
            line: null,
          })),
          held: posts.map((each) => ({ post: each, since: 2000 })),
        };
        const access = accessTo(data, f, person, T);
        for (const { postId } of noticesFor(facts, T)) {
          if (postId === null) continue;
          const place = places.get(postId)!;
          expect(mayRead(access, place).yes && !place.removed).toBe(true);
        }
        kept += posts.filter(({ id }) => !mayRead(access, places.get(id)!).yes).length;
      }
    }),
  );
  expect(kept).toBeGreaterThan(50);
});
