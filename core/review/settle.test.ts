import { describe, expect, it } from 'vitest';
import type { Assignment } from '../course/assignment';
import type { CourseData } from '../course/courseData';
import type { Forum } from '../course/forum';
import type { Post } from '../course/post';
import type { Student } from '../course/roster';
import { participationOf } from '../participation/participationOf';
import { at, course, forum, post, revision, student } from '../testing/fixtures';
import { MINUTE, type Instant } from '../time/instant';
import type { ReviewBook } from './book';
import { keep } from './keep';
import { nextToSettle } from './nextToSettle';
import { settle } from './settle';

const review = {
  pairing: 'round',
  pairAt: null,
  guide: null,
  minWords: 0,
  names: 'shown',
  received: 'atOnce',
  response: false,
} as const;

/** A forum in which students review one another, and what is kept of it. */
class Exchange {
  book: ReviewBook = { seed: '0123abcd', pairedAt: null, assignments: [], mustNots: [] };
  posts: Post[] = [];
  #ids = 0;

  constructor(
    public forum: Forum,
    public students: Student[],
    readonly groups: { id: string; planId: string }[] = [],
  ) {}

  get course(): CourseData {
    const { students, posts, groups } = this;
    return course({ students, forums: [this.forum], posts, groups, assignments: [...this.book.assignments] });
  }

  writes(authorId: string, when: Instant, spaceId = 'class', words = 100): void {
    this.posts.push(post(`by-${authorId}`, authorId, [revision(when, words)], { spaceId }));
  }

  removes(authorId: string, when: Instant): void {
    this.posts = this.posts.map((each) =>
      each.authorId === authorId ? { ...each, removals: [{ from: when, to: null }] } : each,
    );
  }

  settles(t: Instant): void {
    const settlement = settle(this.course, this.forum, this.book, t);
    this.book = keep(this.book, settlement, this.forum.id, t, () => `a${++this.#ids}`);
  }

  /** What is given so, without the way in which it comes about. */
  gives(pairs: Record<string, string[]>, t: Instant): void {
    const assignments = Object.entries(pairs).flatMap(([reviewerId, authors]) =>
      authors.map((authorId): Assignment => ({
        id: `${reviewerId}-${authorId}`,
        forumId: this.forum.id,
        reviewerId,
        authorId,
        postId: `by-${authorId}`,
        madeAt: t,
        byHand: false,
        ended: null,
        sent: [],
        withheld: [],
        receivedAt: null,
      })),
    );
    this.book = { ...this.book, pairedAt: t, assignments };
  }

  sends(reviewerId: string, authorId: string, t: Instant): void {
    this.book = {
      ...this.book,
      assignments: this.book.assignments.map((each) =>
        each.reviewerId === reviewerId && each.authorId === authorId && each.ended === null
          ? { ...each, sent: [...each.sent, t] }
          : each,
      ),
    };
    this.settles(t);
  }

  /** Whom somebody reviews now, in the order in which they were given them. */
  of(reviewerId: string): string[] {
    return this.book.assignments
      .filter((each) => each.reviewerId === reviewerId && each.ended === null)
      .map(({ authorId }) => authorId);
  }

  slots(studentId: string, t: Instant): string[] {
    const who = this.students.find(({ id }) => id === studentId)!;
    return participationOf(this.course, this.forum, who, t)
      .slots.filter(({ kind }) => kind === 'review')
      .map(({ state, overdue, daysLate }) =>
        overdue ? 'overdue' : daysLate > 0 ? `${state} ${daysLate}` : state,
      );
  }
}

const classForum = (sketch: Parameters<typeof forum>[0] = {}) =>
  forum({
    schedule: {
      initialDue: at('03-04 23:59'),
      reviewsDue: at('03-11 23:59'),
      postingUntil: at('03-15 23:59'),
    },
    required: { initialRequired: 1, reviews: 2 },
    review,
    ...sketch,
  });

describe('the example of a round', () => {
  const names = ['ines', 'bram', 'chidi', 'dalia', 'emi', 'farid'];
  const ring = {
    ines: ['bram', 'chidi'],
    bram: ['chidi', 'dalia'],
    chidi: ['dalia', 'emi'],
    dalia: ['emi', 'ines'],
    emi: ['ines', 'bram'],
  };
  const exchange = () => {
    const made = new Exchange(
      classForum(),
      names.map((id) => student(id)),
    );
    made.writes('emi', at('03-02 08:00'));
    made.writes('ines', at('03-02 09:00'));
    for (const id of ['bram', 'chidi', 'dalia']) made.writes(id, at('03-03 10:00'));
    return made;
  };

  it('gives two reviews to everyone, and two reviewers to each post', () => {
    const made = exchange();
    made.settles(at('03-04 23:59'));
    expect(made.book.assignments).toEqual([]);
    made.settles(at('03-05 00:00'));
    const counts = (key: 'reviewerId' | 'authorId') =>
      names.map((id) => made.book.assignments.filter((each) => each[key] === id).length);
    expect(counts('reviewerId')).toEqual([2, 2, 2, 2, 2, 0]);
    expect(counts('authorId')).toEqual([2, 2, 2, 2, 2, 0]);
    expect(made.book.pairedAt).toBe(at('03-05 00:00'));
  });

  it('gives a latecomer the earliest posts, and somebody else his when a post is removed', () => {
    const made = exchange();
    made.gives(ring, at('03-05 00:00'));
    made.writes('farid', at('03-06 00:00'));
    made.settles(at('03-06 00:00'));
    expect(made.of('farid')).toEqual(['emi', 'ines']);
    made.sends('ines', 'chidi', at('03-06 12:00'));
    made.removes('chidi', at('03-06 13:00'));
    made.settles(at('03-06 13:00'));
    expect(made.of('ines')).toEqual(['bram', 'chidi']);
    expect(made.of('bram')).toEqual(['dalia', 'farid']);
    expect(made.of('chidi')).toEqual(['dalia', 'emi']);
    expect(made.slots('chidi', at('03-12 00:00'))).toEqual(['overdue', 'overdue']);
  });
});

describe('the example of groups', () => {
  it('is as the rules say, until the last review comes late', () => {
    const linnet = ['ines', 'bram', 'emi', 'farid'].map((id) => student(id, { groupIds: ['linnet'] }));
    const marl = ['chidi', 'dalia'].map((id) => student(id, { groupIds: ['marl'] }));
    const made = new Exchange(
      classForum({ readers: 'group', groupPlanId: 'streams' }),
      [...linnet, ...marl],
      [
        { id: 'linnet', planId: 'streams' },
        { id: 'marl', planId: 'streams' },
      ],
    );
    made.writes('ines', at('03-03 08:00'), 'linnet');
    made.writes('bram', at('03-03 09:00'), 'linnet');
    made.writes('chidi', at('03-03 10:00'), 'marl');
    made.settles(at('03-05 00:00'));
    expect([made.of('ines'), made.of('bram'), made.of('chidi')]).toEqual([['bram'], ['ines'], []]);
    made.writes('dalia', at('03-06 10:00'), 'marl');
    made.settles(at('03-06 10:00'));
    expect([made.of('dalia'), made.of('chidi')]).toEqual([['chidi'], ['dalia']]);
    made.writes('emi', at('03-11 10:00'), 'linnet');
    made.settles(at('03-11 10:00'));
    expect([made.of('emi'), made.of('ines'), made.of('bram')]).toEqual([
      ['ines', 'bram'],
      ['bram'],
      ['ines'],
    ]);
    made.sends('ines', 'bram', at('03-11 12:00'));
    const then = at('03-12 00:00');
    const all = (t: Instant) =>
      ['ines', 'bram', 'chidi', 'dalia', 'emi', 'farid'].map((id) => made.slots(id, t));
    expect(all(then - 1)).toEqual([
      ['met', 'open'],
      ['open', 'open'],
      ['open', 'open'],
      ['open', 'open'],
      ['open', 'open'],
      ['open', 'open'],
    ]);
    expect(all(then)).toEqual([
      ['met'],
      ['overdue'],
      ['overdue'],
      ['overdue'],
      ['overdue', 'overdue'],
      ['overdue', 'overdue'],
    ]);
    made.sends('chidi', 'dalia', at('03-12 12:00'));
    expect(made.slots('chidi', at('03-12 12:00'))).toEqual(['metLate 1']);
    expect(made.slots('bram', at('03-16 00:00') - 1)).toEqual(['overdue']);
    expect(made.slots('bram', at('03-16 00:00'))).toEqual(['missed']);
  });
});

describe('settling', () => {
  const four = ['ines', 'bram', 'chidi', 'dalia'];
  const exchange = (sketch: Parameters<typeof classForum>[0] = {}) => {
    const made = new Exchange(
      classForum(sketch),
      four.map((id) => student(id)),
    );
    four.forEach((id, index) => made.writes(id, at('03-02 08:00') + index * MINUTE));
    return made;
  };
  const pairs = (made: Exchange) =>
    Object.fromEntries(made.students.map(({ id }) => [id, made.of(id)] as const));

  it('does nothing in a draft, and nothing where staff assign by hand', () => {
    const draft = exchange({ status: 'draft' });
    draft.settles(at('03-06 00:00'));
    const byHand = exchange({ review: { ...review, pairing: 'byHand' } });
    byHand.settles(at('03-06 00:00'));
    for (const made of [draft, byHand])
      expect([made.book.assignments, made.book.pairedAt]).toEqual([[], null]);
  });

  it('pairs two by two, and of an odd number the last three in a ring', () => {
    const two = exchange({
      required: { initialRequired: 1, reviews: 1 },
      review: { ...review, pairing: 'twoByTwo' },
    });
    two.settles(at('03-05 00:00'));
    for (const id of four) expect(two.of(two.of(id)[0]!)).toEqual([id]);
    two.students = [...two.students, student('emi')];
    const odd = new Exchange(two.forum, two.students);
    odd.posts = [...two.posts];
    odd.writes('emi', at('03-03 08:00'));
    odd.settles(at('03-05 00:00'));
    const mutual = odd.students.filter(({ id }) => odd.of(odd.of(id)[0]!)[0] === id);
    expect(mutual).toHaveLength(2);
    expect(new Set(odd.students.map(({ id }) => odd.of(id)[0])).size).toBe(5);
  });

  it('pairs at the moment staff chose, from its first millisecond', () => {
    const made = exchange({ review: { ...review, pairAt: at('03-06 12:00') } });
    made.settles(at('03-06 12:00') - 1);
    expect(made.book.pairedAt).toBeNull();
    made.settles(at('03-06 12:00'));
    expect(made.book.pairedAt).toBe(at('03-06 12:00'));
  });

  it('leaves out who is excused, whose reviews are waived, and who was not yet unsealed', () => {
    const made = exchange({
      seal: { minWords: 150, lift: 'never' },
      ownTerms: [
        { id: 'o', targets: { kind: 'students', ids: ['bram'] }, dates: {}, numbers: { reviews: 0 } },
      ],
    });
    made.posts = made.posts.map((each) =>
      each.authorId === 'dalia' ? each : { ...each, revisions: [revision(each.revisions[0]!.at, 160)] },
    );
    made.settles(at('03-05 00:00'));
    expect(pairs(made)).toEqual({ ines: ['chidi', 'bram'], bram: [], chidi: ['ines', 'bram'], dalia: [] });
  });

  it('makes none that must not be, by pairing or by topping up', () => {
    const made = exchange();
    made.book = {
      ...made.book,
      mustNots: [
        ['bram', 'ines'],
        ['ines', 'chidi'],
      ],
    };
    made.settles(at('03-05 00:00'));
    expect(made.of('ines')).toEqual(['dalia']);
    expect(made.of('bram')).not.toContain('ines');
    expect(made.of('chidi')).not.toContain('ines');
    expect(made.of('dalia')).toHaveLength(2);
  });

  it('lets lapse what two get who must not meet, and gives another in its place', () => {
    const made = exchange({ required: { initialRequired: 1, reviews: 1 } });
    made.settles(at('03-05 00:00'));
    const [author] = made.of('ines') as [string];
    made.book = { ...made.book, mustNots: [[author, 'ines']] };
    made.settles(at('03-05 09:00'));
    expect(
      made.book.assignments.find((each) => each.authorId === author && each.reviewerId === 'ines')?.ended,
    ).toEqual({ at: at('03-05 09:00'), how: 'lapsed' });
    expect(made.of('ines')).toHaveLength(1);
    expect(made.of('ines')).not.toContain(author);
  });

  it('lets lapse everything unsent once reviews are turned off, and keeps what was sent', () => {
    const made = exchange();
    made.settles(at('03-05 00:00'));
    const [first] = made.of('ines') as [string];
    made.sends('ines', first, at('03-05 10:00'));
    made.forum = { ...made.forum, review: null };
    made.settles(at('03-05 11:00'));
    expect(pairs(made)).toEqual({ ines: [first], bram: [], chidi: [], dalia: [] });
  });

  it('does not replace what staff took back, and replaces what they gave to somebody else', () => {
    for (const [how, left] of [
      ['withdrawn', 1],
      ['moved', 2],
    ] as const) {
      const made = exchange();
      made.settles(at('03-05 00:00'));
      const taken = made.book.assignments.find(({ reviewerId }) => reviewerId === 'ines')!;
      made.book = {
        ...made.book,
        assignments: made.book.assignments.map((each) =>
          each === taken ? { ...each, ended: { at: at('03-05 08:00'), how } } : each,
        ),
      };
      made.settles(at('03-05 08:00'));
      expect(made.of('ines')).toHaveLength(left);
      expect(made.of('ines')).not.toContain(taken.authorId);
    }
  });

  it('gives nothing more on the last day but to latecomers who never had one', () => {
    const made = exchange();
    made.settles(at('03-05 00:00'));
    const limit = at('03-11 00:00');
    made.removes('dalia', limit);
    made.settles(limit);
    expect(made.of('ines')).toHaveLength(2);
    made.removes('chidi', limit + 1);
    made.writes('emi', limit + 1);
    made.students = [...made.students, student('emi'), student('farid', { accommodationMinutes: 14 * 1440 })];
    made.settles(limit + 1);
    expect(made.of('emi')).toHaveLength(2);
    expect(made.of('bram').length + made.of('ines').length).toBeLessThan(4);
  });

  it('hands reviews over at once, at the author’s own date, or not by itself', () => {
    const received = (how: 'atOnce' | 'atReviewsDate' | 'whenReleased', t: Instant) => {
      const made = exchange({ review: { ...review, received: how } });
      made.settles(at('03-05 00:00'));
      const [author] = made.of('ines') as [string];
      made.students = made.students.map((each) =>
        each.id === author ? { ...each, accommodationMinutes: 1440 } : each,
      );
      made.sends('ines', author, at('03-06 00:00'));
      const next = nextToSettle(made.course, made.forum, made.book, at('03-06 00:00'));
      made.settles(t);
      return [made.book.assignments.find(({ sent }) => sent.length > 0)!.receivedAt, next];
    };
    expect(received('atOnce', at('03-06 00:00'))).toEqual([at('03-06 00:00'), null]);
    const end = at('03-13 00:00');
    expect(received('atReviewsDate', end - 1)).toEqual([null, end]);
    expect(received('atReviewsDate', end)).toEqual([end, end]);
    expect(received('whenReleased', at('04-01 00:00'))).toEqual([null, null]);
  });

  it('hands over nothing that staff withhold', () => {
    const made = exchange();
    made.settles(at('03-05 00:00'));
    const [author] = made.of('ines') as [string];
    made.book = {
      ...made.book,
      assignments: made.book.assignments.map((each) =>
        each.reviewerId === 'ines' && each.authorId === author
          ? {
              ...each,
              sent: [at('03-06 08:00')],
              withheld: [{ from: at('03-06 08:00'), to: at('03-07 08:00'), fills: false }],
            }
          : each,
      ),
    };
    made.settles(at('03-06 09:00'));
    expect(made.book.assignments.some(({ receivedAt }) => receivedAt !== null)).toBe(false);
    expect(made.slots('ines', at('03-06 09:00'))).toEqual(['open', 'open']);
    made.settles(at('03-07 08:00'));
    expect(made.book.assignments.filter(({ receivedAt }) => receivedAt === at('03-07 08:00'))).toHaveLength(
      1,
    );
    expect(made.slots('ines', at('03-07 08:00'))).toEqual(['met', 'open']);
  });
});
