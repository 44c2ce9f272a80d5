import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type {
  Combination,
  Evaluation,
  Lateness,
  Part,
  PerPostPart,
  RubricPart,
} from '../../course/evaluation';
import type { Post } from '../../course/post';
import { participationOf } from '../../participation/participationOf';
import { at, course, forum, post, revision, student, terms, type ForumSketch } from '../../testing/fixtures';
import { sumOf } from './explanation';
import { suggest, type Decisions, type Suggestion } from '../suggest';
import type { PartDecision } from './partKinds';
import { decisionProblem } from './partKinds';

const ines = student('ines');
const NOW = at('03-20 12:00');
const DUE = { initialDue: at('03-04 23:59'), repliesDue: at('03-08 23:59') };
const LATE = DUE.repliesDue + 60_000;

const of = (author: string) => post(`of-${author}`, author, [revision(1, 60)]);
const initial = (when = 1) => post('i', 'ines', [revision(when, 60)]);
const reply = (id: string, when = 2, sketch: Partial<Post> = {}) =>
  post(id, 'ines', [revision(when, 30)], { to: of(`peer-${id}`), ...sketch });

function judge(
  part: Part,
  posts: Post[],
  decision: PartDecision = {},
  sketch: ForumSketch = {},
  lateness: Lateness = { kind: 'none' },
): Suggestion {
  const evaluation: Evaluation = {
    maximum: part.maximum,
    parts: [part],
    lateness,
    gate: 'none',
    aboveMaximum: false,
  };
  const f = forum({
    required: { initialRequired: 1, initialMinWords: 50, replies: 2 },
    schedule: DUE,
    evaluation,
    ...sketch,
  });
  const data = course({ students: [ines], forums: [f], posts });
  const decisions: Decisions = { parts: { [part.id]: decision }, adjustment: null, override: null };
  return suggest(f, participationOf(data, f, ines, NOW), decisions, NOW)!;
}

const level = (id: string, points: number) => ({ id, title: id, description: '', points });
const rubric: RubricPart = {
  id: 'part',
  title: 'Argument',
  maximum: 600,
  basis: 'initial',
  kind: 'rubric',
  anyNumber: false,
  criteria: [
    {
      id: 'claim',
      title: 'Claim',
      description: '',
      outcomes: [],
      basis: 'initial',
      levels: [level('none', 0), level('some', 150), level('clear', 300)],
    },
    {
      id: 'source',
      title: 'Source',
      description: '',
      outcomes: ['R2'],
      basis: 'replies',
      levels: [level('poor', 100), level('good', 300)],
    },
  ],
};

describe('a rubric', () => {
  const choose = (claim: string | null, source: string | null, more: object = {}) => ({
    criteria: { claim: { levelId: claim }, source: { levelId: source, ...more } },
  });
  it('adds up its criteria, a line for each with the posts it looks at', () => {
    const result = judge(rubric, [initial(), reply('r1')], choose('some', 'good'));
    expect(result).toMatchObject({ points: 450, incomplete: false });
    expect(result.lines.map(({ code, amount, postIds }) => [code, amount, postIds])).toEqual([
      ['criterion', 150, ['i']],
      ['criterion', 300, ['r1']],
    ]);
  });
  it('waits for every criterion, and says how many are there', () => {
    const result = judge(rubric, [initial()], { criteria: { claim: { levelId: 'clear' } } });
    expect(result).toMatchObject({ points: 0, incomplete: true });
    expect(result.lines[0]).toMatchObject({ code: 'notYetGiven', params: { given: 1, of: 2 } });
  });
  it('takes any number within a criterion’s range where it may', () => {
    const free = { ...rubric, anyNumber: true };
    expect(judge(free, [initial()], choose('some', null, { points: 250 })).points).toBe(400);
    expect(judge(free, [initial()], choose('some', null, { points: 50 })).points).toBe(250);
    expect(judge(rubric, [initial()], choose('some', 'good', { points: 250 })).points).toBe(450);
  });
  it('refuses what it does not have, and numbers outside the range', () => {
    expect(decisionProblem(rubric, choose('some', 'good'))).toBeNull();
    expect(decisionProblem(rubric, { criteria: { other: { levelId: 'x' } } })?.field).toBe('criteria.other');
    expect(decisionProblem(rubric, choose('great', null))?.code).toBe('unknown');
    expect(decisionProblem(rubric, choose(null, null, { points: 99 }))).toMatchObject({
      field: 'criteria.source.points',
      least: 100,
      most: 300,
    });
  });
});

describe('a checklist', () => {
  const part: Part = {
    id: 'part',
    title: 'Made',
    maximum: 1000,
    basis: 'whole',
    kind: 'checklist',
    items: [
      { id: 'first', title: 'An initial post', points: 400, slot: { kind: 'initial', number: 1 } },
      { id: 'second', title: 'A second reply', points: 300, slot: { kind: 'reply', number: 2 } },
      { id: 'kind', title: 'Kind in tone', points: 300, slot: null },
    ],
  };
  it('ticks itself for what was made, on time or late, and is never incomplete', () => {
    expect(judge(part, [initial()])).toMatchObject({ points: 400, incomplete: false });
    expect(judge(part, [initial(LATE), reply('a'), reply('b')]).points).toBe(700);
  });
  it('ticks for a required post that the student does not have', () => {
    const ownTerms = [terms('w', { targets: { kind: 'students', ids: ['ines'] }, numbers: { replies: 0 } })];
    expect(judge(part, [initial()], {}, { ownTerms }).points).toBe(700);
  });
  it('is overruled by the evaluator, either way', () => {
    const result = judge(part, [initial()], { items: { first: false, kind: true } });
    expect(result.points).toBe(300);
    expect(result.lines.map(({ code, amount }) => [code, amount])).toEqual([
      ['notTicked', 0],
      ['notTicked', 0],
      ['ticked', 300],
    ]);
    expect(decisionProblem(part, { items: { gone: true } })?.field).toBe('items.gone');
  });
});

describe('levels', () => {
  const part: Part = {
    id: 'part',
    title: 'Contribution',
    maximum: 700,
    basis: 'whole',
    kind: 'levels',
    levels: [
      { id: 'full', title: 'Carries the talk', description: '', share: 10_000 },
      { id: 'third', title: 'Takes part', description: '', share: 3333 },
    ],
  };
  it('give the share of the chosen one, rounded once', () => {
    expect(judge(part, [initial()], { levelId: 'third' }).points).toBe(233);
    expect(judge(part, [initial()])).toMatchObject({ points: 0, incomplete: true });
    expect(decisionProblem(part, { levelId: 'none' })?.field).toBe('levelId');
  });
});

describe('a score for each post', () => {
  const part = (combine: Combination, sketch: Partial<PerPostPart> = {}): PerPostPart => ({
    id: 'part',
    title: 'Replies',
    maximum: 1000,
    basis: 'replies',
    kind: 'perPost',
    each: 400,
    combine,
    unscored: 'incomplete',
    ...sketch,
  });
  const four = ['a', 'b', 'c', 'd'].map((id) => reply(id));
  const given = { posts: { a: 400, b: 100, c: 300, d: 100 } };
  const by = (combine: Combination, decision: PartDecision = given, posts: Post[] = four, sketch = {}) =>
    judge(part(combine, sketch), posts, decision).points;

  it('combines in every way', () => {
    expect(by({ by: 'mean' })).toBe(563);
    expect(by({ by: 'median' })).toBe(500);
    expect(by({ by: 'highest' })).toBe(1000);
    expect(by({ by: 'lowest' })).toBe(250);
    expect(by({ by: 'best', n: 2 })).toBe(875);
    expect(by({ by: 'mostFrequent', tie: 'higher' })).toBe(250);
    expect(by({ by: 'sum' })).toBe(1000);
    expect(by({ by: 'sum' }, { posts: { a: 300 } }, [reply('a')])).toBe(375);
  });
  it('of equally frequent scores takes the higher, or the lower', () => {
    const tied = { posts: { a: 400, b: 400, c: 100, d: 100 } };
    expect(by({ by: 'mostFrequent', tie: 'higher' }, tied)).toBe(1000);
    expect(by({ by: 'mostFrequent', tie: 'lower' }, tied)).toBe(250);
  });
  it('leaves out what the evaluator leaves out', () => {
    expect(by({ by: 'mean' }, { posts: { ...given.posts, b: 'leftOut', d: 'leftOut' } })).toBe(875);
    const nothing = { posts: { a: 'leftOut' as const } };
    expect(judge(part({ by: 'mean' }), [reply('a')], nothing)).toMatchObject({
      points: 0,
      incomplete: false,
    });
  });
  it('a post without a score waits, is ignored, or counts 0', () => {
    const two = { posts: { a: 400, b: 200 } };
    const mean = { by: 'mean' } as const;
    expect(judge(part(mean), four, two)).toMatchObject({ points: 0, incomplete: true });
    expect(by(mean, two, four, { unscored: 'ignored' })).toBe(750);
    expect(by(mean, two, four, { unscored: 'zero' })).toBe(375);
    expect(by({ by: 'best', n: 3 }, two, [reply('a'), reply('b')], { unscored: 'zero' })).toBe(500);
    expect(by({ by: 'best', n: 3 }, two, [reply('a'), reply('b')])).toBe(750);
    expect(judge(part(mean, { unscored: 'ignored' }), four)).toMatchObject({ points: 0, incomplete: false });
  });
  it('is 0 without a post, full where all are waived, and waits while one is held', () => {
    const mean = part({ by: 'mean' });
    expect(judge(mean, [])).toMatchObject({ points: 0, incomplete: false });
    const ownTerms = [terms('w', { targets: { kind: 'students', ids: ['ines'] }, numbers: { replies: 0 } })];
    expect(judge(mean, [], {}, { ownTerms })).toMatchObject({ points: 1000, incomplete: false });
    const held = reply('a', 2, { approvals: [{ at: 2, state: 'held' }] });
    expect(judge(mean, [held])).toMatchObject({ points: 0, incomplete: true });
    expect(judge(part({ by: 'mean' }, { basis: 'whole' }), [], {}, { required: {} }).points).toBe(0);
  });
  it('refuses points beyond what a post can have', () => {
    expect(decisionProblem(part({ by: 'mean' }), { posts: { a: 401 } })).toMatchObject({
      field: 'posts.a',
      most: 400,
    });
    expect(decisionProblem(part({ by: 'mean' }), { posts: { a: 'leftOut', b: 0 } })).toBeNull();
  });
});

describe('ratings', () => {
  const part: Part = {
    id: 'part',
    title: 'What others think',
    maximum: 1000,
    basis: 'whole',
    kind: 'ratings',
    atLeast: 3,
  };
  const rated = (values: number[], to: number | null = null) =>
    post('i', 'ines', [revision(1, 60)], { ratings: values.map((value) => ({ value, from: 5, to })) });
  it('are the mean of what others gave, out of five', () => {
    const result = judge(part, [rated([5, 4, 4])]);
    expect(result.points).toBe(867);
    expect(result.lines[0]).toMatchObject({ code: 'ratings', params: { ratings: 3, mean: 433 } });
  });
  it('wait for as many as set, and leave out those taken back', () => {
    expect(judge(part, [rated([5, 5])])).toMatchObject({ points: 0, incomplete: true });
    expect(judge(part, [rated([5, 5, 5], NOW)])).toMatchObject({ incomplete: true });
    expect(judge(part, [])).toMatchObject({ points: 0, incomplete: false });
  });
});

describe('whatever the kind, the posts and the decisions', () => {
  const points = fc.nat({ max: 900 });
  const partOf: fc.Arbitrary<Part> = fc.oneof(
    fc.constant(rubric),
    fc.constant({ ...rubric, anyNumber: true }),
    fc.record({
      id: fc.constant('part'),
      title: fc.constant('p'),
      maximum: fc.integer({ min: 1, max: 2000 }),
      basis: fc.constantFrom('initial' as const, 'replies' as const, 'whole' as const),
      kind: fc.constant('perPost' as const),
      each: fc.integer({ min: 1, max: 900 }),
      combine: fc.constantFrom<Combination>(
        { by: 'mean' },
        { by: 'median' },
        { by: 'sum' },
        { by: 'lowest' },
        { by: 'highest' },
        { by: 'best', n: 3 },
        { by: 'mostFrequent', tie: 'lower' },
      ),
      unscored: fc.constantFrom('incomplete' as const, 'ignored' as const, 'zero' as const),
    }),
    fc.constant<Part>({ ...rubric, kind: 'ratings', atLeast: 1 } as unknown as Part),
  );
  const decision: fc.Arbitrary<PartDecision> = fc.record({
    criteria: fc.record({
      claim: fc.record({
        levelId: fc.constantFrom('none', 'some', 'clear', null),
        points: fc.option(points),
      }),
      source: fc.record({ levelId: fc.constantFrom('poor', 'good', null), points: fc.option(points) }),
    }),
    posts: fc.dictionary(
      fc.constantFrom('i', 'r0', 'r1', 'r2', 'r3'),
      fc.oneof(points, fc.constant('leftOut' as const)),
    ),
  });
  const lateness = fc.constantFrom<Lateness>(
    { kind: 'none' },
    { kind: 'noCredit' },
    { kind: 'perDay', percent: 2500, atMost: 10_000 },
  );
  const days = fc.array(fc.integer({ min: -3, max: 4 }), { maxLength: 4 });
  const postsOn = (on: number[], rating: number) => [
    post('i', 'ines', [revision(1, 60)], { ratings: [{ value: rating, from: 1, to: null }] }),
    ...on.map((day, n) => reply(`r${n}`, DUE.repliesDue + day * 86_400_000)),
  ];
  const rating = fc.integer({ min: 1, max: 5 });

  it('the value stays within 0 and the maximum, and the lines add up', () => {
    fc.assert(
      fc.property(partOf, decision, lateness, days, rating, (part, decided, late, on, value) => {
        const result = judge(part, postsOn(on, value), decided, {}, late);
        expect(result.points).toBeGreaterThanOrEqual(0);
        expect(result.points).toBeLessThanOrEqual(part.maximum);
        expect(sumOf(result.lines)).toBe(result.points);
      }),
    );
  });
  it('the order of the posts makes no difference, nor does asking again', () => {
    fc.assert(
      fc.property(partOf, decision, days, rating, (part, decided, on, value) => {
        const posts = postsOn(on, value);
        const once = judge(part, posts, decided).points;
        expect(judge(part, [...posts].reverse(), decided).points).toBe(once);
        expect(judge(part, posts, decided).points).toBe(once);
      }),
    );
  });
});
