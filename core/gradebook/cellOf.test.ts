import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { courseDataOf, type ScoreFacts } from '../course/courseData';
import type { Evaluation } from '../course/evaluation';
import type { Forum } from '../course/forum';
import type { Post } from '../course/post';
import { forum, post, revision, student, terms, ZONE } from '../testing/fixtures';
import { MINUTE } from '../time/instant';
import { fedCell, handCell } from './cellOf';
import type { Item } from './gradebook';

const EVALUATION: Evaluation = {
  maximum: 1000,
  parts: [],
  lateness: { kind: 'none' },
  gate: 'none',
  aboveMaximum: false,
};
const ITEM: Item = {
  id: 'item',
  forumId: 'forum',
  title: 'Weir hearing',
  categoryId: null,
  maximum: 1000,
  display: 'points',
  counts: true,
  extraCredit: false,
};
const score = (facts: Partial<ScoreFacts>): ScoreFacts => ({
  points: null,
  givenAt: null,
  released: false,
  excused: false,
  ...facts,
});
const INES = student('ines', { enrolledFrom: 0 });
const courseOf = (f: Forum, posts: readonly Post[], own: ScoreFacts | null, who = INES) =>
  courseDataOf({
    zone: ZONE,
    students: [who],
    forums: [f],
    posts,
    scores: own ? [{ ...own, forumId: 'forum', studentId: who.id }] : [],
  });
const cell = (f: Forum, posts: readonly Post[], own: ScoreFacts | null, t: number, item = ITEM) =>
  fedCell(courseOf(f, posts, own), f, item, INES, t).cell;

describe('a cell that a forum feeds', () => {
  const asks = forum({
    evaluation: EVALUATION,
    required: { initialRequired: 1, replies: 1 },
    schedule: { repliesDue: 100 * MINUTE },
  });
  const first = post('first', 'ines', [revision(10 * MINUTE, 50)]);

  it('says what there is while nothing is given', () => {
    expect(cell(asks, [], null, 20 * MINUTE)).toMatchObject({ state: 'nothing', hasPosts: false });
    expect(cell(asks, [first], null, 20 * MINUTE)).toMatchObject({ state: 'waiting', hasPosts: true });
    // The due minute itself still counts.
    expect(cell(asks, [first], null, 100 * MINUTE)).toMatchObject({ state: 'waiting', duePassed: false });
    expect(cell(asks, [first], null, 101 * MINUTE)).toMatchObject({ state: 'ready', duePassed: true });
  });

  it('has the score on the scale of its item, and says when posts changed after it', () => {
    const given = score({ points: 750, givenAt: 30 * MINUTE });
    expect(cell(asks, [first], given, 40 * MINUTE)).toMatchObject({ state: 'given', given: 750 });
    expect(cell(asks, [first], given, 40 * MINUTE, { ...ITEM, maximum: 500 })).toMatchObject({ given: 375 });
    expect(cell(asks, [first], { ...given, released: true }, 40 * MINUTE)).toMatchObject({
      state: 'released',
      released: true,
    });
    const revised = { ...first, revisions: [...first.revisions, revision(35 * MINUTE, 60)] };
    expect(cell(asks, [revised], given, 34 * MINUTE).state).toBe('given');
    expect(cell(asks, [revised], given, 40 * MINUTE).state).toBe('changed');
  });

  it('is excused whatever else there is, and not asked where the forum is not evaluated or not for the student', () => {
    expect(cell(asks, [first], score({ points: 750, excused: true }), 40 * MINUTE)).toMatchObject({
      state: 'excused',
      excused: true,
    });
    expect(cell({ ...asks, evaluation: null }, [first], null, 40 * MINUTE)).toMatchObject({
      state: 'notAsked',
      asked: false,
    });
    const others = {
      ...asks,
      audience: { kind: 'listed' as const, sectionIds: ['evening'], groupIds: [], studentIds: [] },
    };
    expect(cell(others, [], null, 40 * MINUTE)).toMatchObject({ state: 'notAsked', asked: false });
  });

  const minute = fc.integer({ min: 1, max: 60 }).map((n) => n * MINUTE);
  const instant = fc.integer({ min: 0, max: 61 * 2 }).map((n) => n * (MINUTE / 2));
  const date = fc.option(minute, { nil: null });
  const forums = fc
    .record({
      initialDue: date,
      repliesDue: date,
      postingUntil: date,
      ownDue: date,
      ownUntil: date,
      grace: fc.constantFrom(0, 1, 5),
      ready: fc.constantFrom<Forum['ready']>(
        { when: 'complete', afterLastDue: true },
        { when: 'complete', afterLastDue: false },
        { when: 'anyPost', afterLastDue: true },
        { when: { atLeast: 2 }, afterLastDue: true },
      ),
      replies: fc.nat(2),
      postAfterDue: fc.boolean(),
    })
    .map(({ initialDue, repliesDue, postingUntil, ownDue, ownUntil, grace, ready, replies, postAfterDue }) =>
      forum({
        evaluation: EVALUATION,
        schedule: { initialDue, repliesDue, postingUntil },
        graceMinutes: grace,
        ready,
        required: { initialRequired: 1, replies },
        allowed: { postAfterDue },
        ownTerms:
          ownDue === null && ownUntil === null
            ? []
            : [
                terms('own', {
                  targets: { kind: 'students', ids: ['ines'] },
                  dates: {
                    ...(ownDue !== null && { repliesDue: { at: ownDue } }),
                    ...(ownUntil !== null && { postingUntil: { at: ownUntil } }),
                  },
                }),
              ],
      }),
    );
  const others = post('other', 'bram', [revision(1, 40)]);
  const posts = fc
    .array(
      fc.record({
        at: instant,
        again: fc.option(instant, { nil: null }),
        answers: fc.boolean(),
        removed: fc.option(instant, { nil: null }),
        held: fc.option(instant, { nil: null }),
        approved: fc.option(instant, { nil: null }),
      }),
      { maxLength: 4 },
    )
    .map((sketches) =>
      sketches.map(({ at, again, answers, removed, held, approved }, n) =>
        post(
          `post-${n}`,
          'ines',
          [revision(at, 30), ...(again !== null && again > at ? [revision(again, 50)] : [])],
          {
            ...(answers && { to: others }),
            removals: removed !== null && removed > at ? [{ from: removed, to: null }] : [],
            approvals: [
              ...(held !== null && held >= at ? [{ at: held, state: 'held' as const }] : []),
              ...(held !== null && approved !== null && approved > held && held >= at
                ? [{ at: approved, state: 'approved' as const }]
                : []),
            ],
          },
        ),
      ),
    );
  const scores = fc.option(
    fc
      .record({ given: instant, points: fc.nat(1000), released: fc.boolean() })
      .map(({ given, points, released }) => score({ points, givenAt: given, released })),
    { nil: null },
  );

  it('stays as it is for as long as it says, whatever posts, dates and scores there are', () => {
    fc.assert(
      fc.property(forums, posts, scores, instant, instant, (f, own, given, t, other) => {
        const who = student('ines', { enrolledFrom: 0, accommodationMinutes: 3 });
        const course = courseOf(f, [others, ...own], given, who);
        const { cell: now, from, until } = fedCell(course, f, ITEM, who, t);
        expect(from).toBeLessThanOrEqual(t);
        expect(until).toBeGreaterThan(t);
        if (other >= from && other < until) expect(fedCell(course, f, ITEM, who, other).cell).toEqual(now);
      }),
      { numRuns: 600 },
    );
  });

  it('names the moment it turns: a forum that nobody writes in any more turns only there', () => {
    fc.assert(
      fc.property(forums, posts, scores, (f, own, given) => {
        const who = student('ines', { enrolledFrom: 0 });
        const course = courseOf(f, [others, ...own], given, who);
        // From stretch to stretch the end is reached, and the end lasts for ever.
        let t = 0;
        for (let steps = 0; steps < 60; steps++) {
          const { until } = fedCell(course, f, ITEM, who, t);
          if (until === Infinity) return;
          expect(until).toBeGreaterThan(t);
          t = until;
        }
        throw new Error('it never ends');
      }),
      { numRuns: 200 },
    );
  });
});

describe('a cell entered by hand', () => {
  const byHand: Item = { ...ITEM, forumId: null, dueAt: 50 * MINUTE };

  it('is asked of everyone but who came after it was due, and of whoever has a score', () => {
    const late = student('ines', { enrolledFrom: 60 * MINUTE });
    expect(handCell(byHand, late, null, 70 * MINUTE).cell).toMatchObject({ asked: false, state: 'notAsked' });
    expect(handCell(byHand, late, score({ points: 0, givenAt: 1 }), 70 * MINUTE).cell).toMatchObject({
      asked: true,
      state: 'given',
      given: 0,
    });
    const early = student('ines', { enrolledFrom: 0 });
    expect(handCell(byHand, early, null, 70 * MINUTE).cell).toMatchObject({ asked: true, state: 'nothing' });
    expect(handCell({ ...byHand, dueAt: null }, late, null, 70 * MINUTE).cell.asked).toBe(true);
    expect(handCell(byHand, { ...early, removed: true }, null, 70 * MINUTE).cell.asked).toBe(false);
  });

  it('is due later for who has an accommodation', () => {
    const due = (minutes: number, t: number) =>
      handCell(byHand, student('ines', { enrolledFrom: 0, accommodationMinutes: minutes }), null, t).cell
        .duePassed;
    expect(due(0, 50 * MINUTE)).toBe(false);
    expect(due(0, 51 * MINUTE)).toBe(true);
    expect(due(20, 70 * MINUTE)).toBe(false);
    expect(due(20, 71 * MINUTE)).toBe(true);
  });

  it('stays as it is for as long as it says', () => {
    fc.assert(
      fc.property(
        fc.option(fc.nat(50), { nil: null }),
        fc.nat(60),
        fc.nat(120),
        fc.nat(120),
        (due, enrolled, t, other) => {
          const item = { ...byHand, dueAt: due === null ? null : due * MINUTE };
          const who = student('ines', { enrolledFrom: enrolled * MINUTE });
          const { cell: now, from, until } = handCell(item, who, null, (t * MINUTE) / 2);
          const then = (other * MINUTE) / 2;
          if (then >= from && then < until) expect(handCell(item, who, null, then).cell).toEqual(now);
        },
      ),
    );
  });
});
