import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { isLive, sentAt, type Assignment } from '../course/assignment';
import type { Forum } from '../course/forum';
import type { Post } from '../course/post';
import type { Student } from '../course/roster';
import { participationOf } from '../participation/participationOf';
import { course, forum, post, revision, student } from '../testing/fixtures';
import { DAY, HOUR, MINUTE, type Instant } from '../time/instant';
import type { ReviewBook } from './book';
import { keep } from './keep';
import { nextToSettle } from './nextToSettle';
import { isSettled, settle } from './settle';
import { whyShort } from './whyShort';

const START = 10 * DAY;
const INITIAL = START + 2 * DAY;
const REVIEWS = START + 6 * DAY;
const END = START + 9 * DAY;
const SPACES = ['linnet', 'marl'];

/** Something a student of the class does, at an instant. */
interface Event {
  readonly who: number;
  readonly at: Instant;
  readonly does: 'posts' | 'removes' | 'restores' | 'sends';
}

interface Sketch {
  readonly people: readonly { readonly space: number; readonly number: number; readonly extra: number }[];
  readonly events: readonly Event[];
  readonly number: number;
  readonly pairing: 'round' | 'twoByTwo';
  readonly mustNots: readonly (readonly [number, number])[];
  readonly seed: number;
  readonly postAfterDue: boolean;
}

const sketch: fc.Arbitrary<Sketch> = fc.record({
  people: fc.array(
    fc.record({
      space: fc.constantFrom(0, 0, 0, 1),
      number: fc.constantFrom(5, 5, 5, 0, 1),
      extra: fc.constantFrom(0, 0, 0, 2),
    }),
    { minLength: 1, maxLength: 9 },
  ),
  events: fc.array(
    fc.record({
      who: fc.nat({ max: 8 }),
      at: fc.nat({ max: 9 * 24 }).map((hours) => START + hours * HOUR),
      does: fc.constantFrom('posts', 'posts', 'posts', 'removes', 'restores', 'sends', 'sends'),
    }),
    { maxLength: 40 },
  ),
  number: fc.integer({ min: 1, max: 4 }),
  pairing: fc.constantFrom('round', 'twoByTwo'),
  mustNots: fc.array(fc.tuple(fc.nat({ max: 8 }), fc.nat({ max: 8 })), { maxLength: 4 }),
  seed: fc.nat(),
  postAfterDue: fc.boolean(),
});

/** A forum of the sketch that is lived through, and settled at every event, at every due instant, and whenever else somebody looks. */
class Lived {
  readonly forum: Forum;
  readonly students: Student[];
  posts: Post[] = [];
  book: ReviewBook;
  #ids = 0;
  #until = START;

  constructor(readonly made: Sketch) {
    const { people, number, pairing, mustNots, seed } = made;
    const name = (n: number) => `s${n}`;
    this.students = people.map(({ space, extra }, n) =>
      student(name(n), {
        groupIds: [SPACES[space]!],
        enrolledFrom: 0,
        accommodationMinutes: (extra * DAY) / MINUTE,
      }),
    );
    this.forum = forum({
      readers: 'group',
      groupPlanId: 'streams',
      schedule: { initialDue: INITIAL, reviewsDue: REVIEWS, postingUntil: END },
      required: { initialRequired: 1, reviews: pairing === 'twoByTwo' ? 1 : number },
      allowed: { postAfterDue: made.postAfterDue },
      review: {
        pairing,
        pairAt: null,
        guide: null,
        minWords: 0,
        names: 'bothHidden',
        received: 'atReviewsDate',
        response: false,
      },
      ownTerms: people.flatMap((each, n) =>
        each.number === 5
          ? []
          : [
              {
                id: `o${n}`,
                targets: { kind: 'students', ids: [name(n)] },
                dates: {},
                numbers: { reviews: Math.min(each.number, pairing === 'twoByTwo' ? 1 : number) },
              },
            ],
      ),
    });
    this.book = {
      seed: String(seed),
      pairedAt: null,
      assignments: [],
      mustNots: mustNots.flatMap(([one, other]) =>
        one === other ? [] : [[name(one), name(other)] as const],
      ),
    };
  }

  get course() {
    return course({
      students: this.students,
      forums: [this.forum],
      posts: this.posts,
      groups: SPACES.map((id) => ({ id, planId: 'streams' })),
      assignments: [...this.book.assignments],
    });
  }

  settle(t: Instant): void {
    if (t < this.#until) return;
    for (;;) {
      const next = nextToSettle(this.course, this.forum, this.book, this.#until);
      const at = next === null || next > t ? t : next;
      const settlement = settle(this.course, this.forum, this.book, at);
      this.book = keep(this.book, settlement, this.forum.id, at, () => `a${this.#ids++}`);
      this.#until = at;
      if (at === t) return;
    }
  }

  do({ who, at, does }: Event): void {
    const person = this.students[who % this.students.length]!;
    const own = this.posts.find(({ authorId }) => authorId === person.id);
    if (does === 'posts' && !own)
      this.posts = [
        ...this.posts,
        post(`p-${person.id}`, person.id, [revision(at, 50)], { spaceId: person.groupIds[0]! }),
      ];
    if (does === 'removes' && own && !own.removals.some(({ to }) => to === null))
      this.#change(own, { removals: [...own.removals, { from: at, to: null }] });
    if (does === 'restores' && own)
      this.#change(own, {
        removals: own.removals.map((each) => (each.to === null ? { ...each, to: at } : each)),
      });
    if (does === 'sends') {
      const first = this.book.assignments.find(
        (each) => each.reviewerId === person.id && isLive(each, at) && sentAt(each, at) === null,
      );
      if (first) this.#send(first, at);
    }
  }

  /** Everything a student was given and has not sent. */
  sendAll(id: string, at: Instant): void {
    for (const each of this.book.assignments)
      if (each.reviewerId === id && isLive(each, at) && sentAt(each, at) === null) this.#send(each, at);
  }

  live(looks: readonly Instant[] = []): this {
    const events = this.made.events.map((event) => ({ at: event.at, event }));
    const all = [...events, ...looks.map((at) => ({ at, event: null }))].sort((a, b) => a.at - b.at);
    for (const { at, event } of all) {
      // What the clock alone has made meanwhile is settled by the clock.
      if (event) this.settle(at - 1);
      if (event) this.do(event);
      this.settle(at);
    }
    this.settle(END + DAY);
    return this;
  }

  #change(own: Post, change: Partial<Post>): void {
    this.posts = this.posts.map((each) => (each === own ? { ...each, ...change } : each));
  }

  #send(assignment: Assignment, at: Instant): void {
    this.book = {
      ...this.book,
      assignments: this.book.assignments.map((each) =>
        each === assignment ? { ...each, sent: [...each.sent, at] } : each,
      ),
    };
  }
}

/** What is kept, without the names that assignments were given. */
const facts = ({ pairedAt, assignments }: ReviewBook) => [
  pairedAt,
  assignments.map(({ id: _, ...rest }) => JSON.stringify(rest)).sort(),
];

const review = (lived: Lived, id: string, t: Instant) =>
  participationOf(
    lived.course,
    lived.forum,
    lived.students.find((each) => each.id === id)!,
    t,
  ).slots.filter(({ kind }) => kind === 'review');

describe('whatever students do', () => {
  it('nobody reviews themselves, one person twice, someone of another unit, or someone they must not meet', () => {
    fc.assert(
      fc.property(sketch, (made) => {
        const { book, students } = new Lived(made).live();
        const seen = new Set<string>();
        const groupOf = new Map(students.map(({ id, groupIds }) => [id, groupIds[0]]));
        for (const { reviewerId, authorId } of book.assignments) {
          expect(reviewerId).not.toBe(authorId);
          expect(seen.has(`${reviewerId} ${authorId}`)).toBe(false);
          seen.add(`${reviewerId} ${authorId}`);
          expect(groupOf.get(reviewerId)).toBe(groupOf.get(authorId));
          expect(book.mustNots.some((pair) => pair.includes(reviewerId) && pair.includes(authorId))).toBe(
            false,
          );
        }
      }),
      { numRuns: 150 },
    );
  });

  it('how often one looks changes nothing, and settled once is settled', () => {
    fc.assert(
      fc.property(sketch, fc.array(fc.nat({ max: 11 * 24 * 60 }), { maxLength: 12 }), (made, minutes) => {
        const seldom = new Lived(made).live();
        const often = new Lived(made).live(minutes.map((minute) => START + minute * MINUTE));
        expect(facts(often.book)).toEqual(facts(seldom.book));
        expect(isSettled(settle(often.course, often.forum, often.book, END + DAY))).toBe(true);
      }),
      { numRuns: 100 },
    );
  });

  it('the same events in any order of equal instants give the same assignments', () => {
    fc.assert(
      fc.property(sketch, (made) => {
        // Nobody does two things at one instant.
        const events = [
          ...new Map(
            made.events.map((event) => [`${event.who % made.people.length} ${event.at}`, event]),
          ).values(),
        ];
        const inOrder = (list: readonly Event[]) => {
          const lived = new Lived({ ...made, events: [] });
          const at = [...new Set(list.map((event) => event.at))].sort((a, b) => a - b);
          for (const t of at) {
            lived.settle(t - 1);
            for (const event of list) if (event.at === t) lived.do(event);
            lived.settle(t);
          }
          lived.settle(END + DAY);
          return facts(lived.book);
        };
        expect(inOrder(events)).toEqual(inOrder([...events].reverse()));
      }),
      { numRuns: 100 },
    );
  });

  it('whoever does in time what they are given has every review met or waived', () => {
    fc.assert(
      fc.property(sketch, fc.nat({ max: 8 }), (made, who) => {
        const diligent = `s${who % made.people.length}`;
        const lived = new Lived({ ...made, events: [] });
        const late = REVIEWS + made.people[who % made.people.length]!.extra * DAY;
        const all = [...made.events]
          .sort((a, b) => a.at - b.at)
          .filter((event) => `s${event.who % made.people.length}` !== diligent || event.does === 'posts');
        for (const event of all) {
          lived.settle(event.at - 1);
          lived.do(event);
          lived.settle(event.at);
          if (event.at <= late) lived.sendAll(diligent, event.at);
        }
        lived.settle(late);
        lived.sendAll(diligent, late);
        lived.settle(END + 5 * DAY);
        const own = lived.posts.find(({ authorId }) => authorId === diligent);
        if (own === undefined) return;
        // Whoever posts late may be given something when nothing of it can be in time any more.
        if (lived.book.assignments.some(({ reviewerId, madeAt }) => reviewerId === diligent && madeAt > late))
          return;
        for (const { state } of review(lived, diligent, END + 5 * DAY)) expect(state).toBe('met');
      }),
      { numRuns: 150 },
    );
  });

  it('whoever never posts keeps every slot, and short is only who has a reason', () => {
    fc.assert(
      fc.property(sketch, (made) => {
        const lived = new Lived(made).live();
        const t = END + DAY;
        for (const { id } of lived.students) {
          const numbers = participationOf(
            lived.course,
            lived.forum,
            lived.students.find((each) => each.id === id)!,
            t,
          ).terms.numbers;
          if (!lived.posts.some(({ authorId }) => authorId === id))
            expect(review(lived, id, t)).toHaveLength(numbers.reviews);
        }
        const short = whyShort(lived.course, lived.forum, lived.book, t);
        for (const { has, number } of short) expect(has).toBeLessThan(number);
      }),
      { numRuns: 100 },
    );
  });

  it('a round in which everybody posts in time is balanced', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 2, max: 30 }),
        fc.integer({ min: 1, max: 5 }),
        fc.nat(),
        (people, number, seed) => {
          const lived = new Lived({
            people: Array.from({ length: people }, () => ({ space: 0, number: 5, extra: 0 })),
            events: [],
            number,
            pairing: 'round',
            mustNots: [],
            seed,
            postAfterDue: true,
          });
          lived.students.forEach((_, who) => lived.do({ who, at: START + who, does: 'posts' }));
          lived.settle(INITIAL + HOUR);
          const each = Math.min(number, people - 1);
          for (const { id } of lived.students) {
            expect(lived.book.assignments.filter(({ reviewerId }) => reviewerId === id)).toHaveLength(each);
            expect(lived.book.assignments.filter(({ authorId }) => authorId === id)).toHaveLength(each);
          }
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe('a large course', () => {
  const large = (mustNots: [string, string][]) => {
    const students = Array.from({ length: 2000 }, (_, n) => student(`student-${n}`, { enrolledFrom: 0 }));
    const f = forum({
      schedule: { initialDue: INITIAL, reviewsDue: REVIEWS },
      required: { initialRequired: 1, reviews: 3 },
      review: {
        pairing: 'round',
        pairAt: null,
        guide: null,
        minWords: 0,
        names: 'shown',
        received: 'atOnce',
        response: false,
      },
    });
    const posts = students.map(({ id }, n) => post(`p-${n}`, id, [revision(START + n, 80)]));
    const data = course({ students, forums: [f], posts });
    const book = { seed: 'ab'.repeat(16), pairedAt: null, assignments: [], mustNots };
    const before = performance.now();
    const { given } = settle(data, f, book, INITIAL + HOUR);
    return { given, took: performance.now() - before };
  };
  it('of 2,000 is paired in a moment', () => {
    large([]);
    const { given, took } = large([['student-1', 'student-2']]);
    expect(given).toHaveLength(6000);
    expect(took).toBeLessThan(1000);
  });
});
