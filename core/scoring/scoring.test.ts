import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Evaluation, Lateness, Part } from '../course/evaluation';
import type { Post } from '../course/post';
import { DAY } from '../time/instant';
import { participationOf } from '../participation/participationOf';
import { at, course, forum, post, revision, student, terms, type ForumSketch } from '../testing/fixtures';
import { sumOf } from './kinds/explanation';
import { gateState } from './gate';
import { divideRounded } from '../course/points';
import { NO_DECISIONS, suggest, type Decisions } from './suggest';

const ines = student('ines');
const initialPart: Part = {
  id: 'initial',
  title: 'Initial post',
  maximum: 600,
  basis: 'initial',
  kind: 'direct',
};
const repliesPart: Part = {
  id: 'replies',
  title: 'Replies',
  maximum: 400,
  basis: 'replies',
  kind: 'completion',
  allOrNothing: false,
};
const perDay: Lateness = { kind: 'perDay', percent: 1000, atMost: 5000 };
const due = { initialDue: at('03-04 23:59'), repliesDue: at('03-08 23:59') };

function evaluation(sketch: Partial<Evaluation> = {}): Evaluation {
  return {
    maximum: 1000,
    parts: [initialPart, repliesPart],
    lateness: perDay,
    gate: 'none',
    aboveMaximum: false,
    ...sketch,
  };
}
function run(sketch: ForumSketch, posts: Post[], decisions: Partial<Decisions> = {}, t = at('03-20 12:00')) {
  const f = forum({
    required: { initialRequired: 1, initialMinWords: 50, replies: 3 },
    schedule: due,
    ...sketch,
  });
  const data = course({ students: [ines], forums: [f], posts });
  return suggest(f, participationOf(data, f, ines, t), { ...NO_DECISIONS, ...decisions }, t);
}
const by = (id: string) => post(`of-${id}`, id, [revision(1, 60)]);
const initialAt = (when: number) => post('i', 'ines', [revision(when, 60)]);
const replyAt = (id: string, to: string, when: number) =>
  post(id, 'ines', [revision(when, 30)], { to: by(to) });

describe('rounding', () => {
  it('goes half away from zero', () => {
    expect([divideRounded(5, 2), divideRounded(-5, 2), divideRounded(800, 3), divideRounded(-1, 3)]).toEqual([
      3, -3, 267, 0,
    ]);
  });
  it('is exact beyond the safe integers', () =>
    expect(divideRounded(9_007_199_254_740_991, 2)).toBe(4_503_599_627_370_496));
  it('refuses a divisor of 0', () => expect(() => divideRounded(1, 0)).toThrow(RangeError));
});

describe('the example of the rules', () => {
  const posts = [
    initialAt(due.initialDue + DAY + 120_000),
    replyAt('r1', 'bram', at('03-07 10:00')),
    replyAt('r2', 'chidi', at('03-09 10:00')),
  ];
  const decisions = { parts: { initial: { points: 550 } } };
  it('comes to 6.84: 4.30 and 2.54', () => {
    const result = run({ evaluation: evaluation() }, posts, decisions)!;
    expect(result.parts.map((p) => [p.value, p.points])).toEqual([
      [550, 430],
      [267, 254],
    ]);
    expect(result.points).toBe(684);
    expect(sumOf(result.lines)).toBe(684);
    expect(result.incomplete).toBe(false);
  });
  it('comes to 4.30 with the gate on the replies, and to 0 with the gate on the whole', () => {
    expect(run({ evaluation: evaluation({ gate: 'replies' }) }, posts, decisions)!.points).toBe(430);
    expect(run({ evaluation: evaluation({ gate: 'whole' }) }, posts, decisions)!.points).toBe(0);
  });
  it('explains each step with the posts behind it', () => {
    const { lines } = run({ evaluation: evaluation() }, posts, decisions)!;
    expect(lines.map((line) => [line.code, line.amount, line.postIds])).toEqual([
      ['given', 550, ['i']],
      ['lateness', -120, ['i']],
      ['completion', 267, ['r1', 'r2']],
      ['lateness', -13, ['r2']],
    ]);
  });
});

describe('suggestions', () => {
  it('say what is incomplete, and count it 0', () => {
    expect(run({ evaluation: evaluation() }, [initialAt(1)])).toMatchObject({ points: 0, incomplete: true });
  });
  it('are none where nothing is evaluated or asked', () => {
    expect(run({}, [])).toBeNull();
    expect(run({ evaluation: evaluation(), status: 'draft' }, [])).toBeNull();
  });
  it('give all-or-nothing only for all', () => {
    const part: Part = { ...repliesPart, maximum: 1000, allOrNothing: true } as Part;
    const e = evaluation({ parts: [part], lateness: { kind: 'none' } });
    const two = [replyAt('a', 'bram', 1), replyAt('b', 'chidi', 2)];
    expect(run({ evaluation: e }, two)!.points).toBe(0);
    expect(run({ evaluation: e }, [...two, replyAt('c', 'dalia', 3)])!.points).toBe(1000);
  });
  it('count a completion part full where all its slots are waived', () => {
    const waived = [terms('w', { targets: { kind: 'students', ids: ['ines'] }, numbers: { replies: 0 } })];
    const result = run({ evaluation: evaluation(), ownTerms: waived }, [], {
      parts: { initial: { points: 600 } },
    })!;
    expect(result.points).toBe(1000);
    expect(result.lines[1]).toMatchObject({ code: 'allWaived', amount: 400 });
  });
  it('take all credit when late, where the forum says so', () => {
    const late = [initialAt(due.initialDue + 60_000)];
    const e = evaluation({ lateness: { kind: 'noCredit' } });
    expect(run({ evaluation: e }, late, { parts: { initial: { points: 550 } } })!.points).toBe(0);
  });
  it('take a judged part’s share for a short post that came late', () => {
    const short = post('i', 'ines', [revision(due.initialDue + 60_000, 10)]);
    expect(run({ evaluation: evaluation() }, [short], { parts: { initial: { points: 300 } } })!.points).toBe(
      240,
    );
  });
  it('adjust, hold within bounds, and override', () => {
    const decide = (d: Partial<Decisions>, e = evaluation()) =>
      run({ evaluation: e }, [initialAt(1)], { parts: { initial: { points: 600 } }, ...d })!;
    expect(decide({ adjustment: { points: 50, reason: 'a map' } }).points).toBe(650);
    expect(decide({ adjustment: { points: 900, reason: 'x' } })).toMatchObject({ points: 1000 });
    expect(
      decide({ adjustment: { points: 900, reason: 'x' } }, evaluation({ aboveMaximum: true })).points,
    ).toBe(1500);
    expect(decide({ adjustment: { points: -900, reason: 'x' } }).points).toBe(0);
    const overridden = decide({ override: { points: 700, reason: 'read aloud in class' } });
    expect(overridden).toMatchObject({ points: 700, computed: 600 });
    expect(sumOf(overridden.lines)).toBe(700);
  });
});

describe('the gate', () => {
  const state = (posts: Post[], t: number, sketch: ForumSketch = {}) => {
    const f = forum({ required: { initialRequired: 1, initialMinWords: 50 }, schedule: due, ...sketch });
    return gateState(
      participationOf(course({ students: [ines], forums: [f], posts }), f, ines, t).slots,
      f.graceMinutes,
      t,
    );
  };
  it('is open, undecided or shut', () => {
    expect(state([initialAt(1)], at('03-03 10:00'))).toBe('open');
    expect(state([], at('03-03 10:00'))).toBe('undecided');
    expect(state([], at('03-05 00:00'))).toBe('shut');
    expect(state([initialAt(at('03-05 00:00'))], at('03-06 00:00'))).toBe('shut');
    expect(state([post('s', 'ines', [revision(1, 5)])], at('03-03 10:00'))).toBe('undecided');
    expect(state([post('s', 'ines', [revision(1, 5)])], at('03-05 00:00'))).toBe('shut');
    expect(state([], at('03-05 00:00'), { graceMinutes: 30 })).toBe('undecided');
  });
});

describe('whatever the posts and decisions', () => {
  const lateness: fc.Arbitrary<Lateness> = fc.oneof(
    fc.constant<Lateness>({ kind: 'none' }),
    fc.constant<Lateness>({ kind: 'noCredit' }),
    fc.record({
      kind: fc.constant('perDay' as const),
      percent: fc.nat({ max: 10_000 }),
      atMost: fc.nat({ max: 10_000 }),
    }),
  );
  const gate = fc.constantFrom('none' as const, 'replies' as const, 'whole' as const);
  const days = fc.integer({ min: -3, max: 6 });
  it('scores stay within 0 and the maximum, and the lines add up', () => {
    fc.assert(
      fc.property(
        lateness,
        gate,
        fc.array(days, { maxLength: 4 }),
        fc.option(days),
        fc.integer({ min: -200, max: 900 }),
        fc.integer({ min: -1500, max: 1500 }),
        fc.option(fc.nat({ max: 2000 })),
        (late, gateRule, replies, initial, given, adjust, override) => {
          const posts = replies.map((d, i) => replyAt(`r${i}`, `p${i}`, due.repliesDue + d * DAY));
          if (initial !== null) posts.push(initialAt(due.initialDue + initial * DAY));
          const result = run({ evaluation: evaluation({ lateness: late, gate: gateRule }) }, posts, {
            parts: { initial: { points: given } },
            adjustment: { points: adjust, reason: 'x' },
            override: override === null ? null : { points: override, reason: 'y' },
          })!;
          expect(result.points).toBeGreaterThanOrEqual(0);
          expect(result.points).toBeLessThanOrEqual(1000);
          expect(sumOf(result.lines)).toBe(result.points);
        },
      ),
    );
  });
  it('a late completion slot never gives less than an empty one', () => {
    fc.assert(
      fc.property(
        lateness,
        fc.integer({ min: 1, max: 60 }),
        fc.integer({ min: 1, max: 997 }),
        fc.array(days, { maxLength: 60 }),
        fc.boolean(),
        (late, replies, maximum, lates, allOrNothing) => {
          const part: Part = { ...repliesPart, maximum, allOrNothing } as Part;
          const sketch = {
            required: { replies },
            evaluation: evaluation({ maximum, parts: [part], lateness: late }),
          };
          const posts = lates.map((d, i) => replyAt(`r${i}`, `p${i}`, due.repliesDue + d * DAY));
          const onTime = posts.filter((_, i) => lates[i]! <= 0);
          expect(run(sketch, posts)!.points).toBeGreaterThanOrEqual(run(sketch, onTime)!.points);
        },
      ),
    );
  });
});
