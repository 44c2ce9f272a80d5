import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Evaluation, Part } from '../course/evaluation';
import { participationOf } from '../participation/participationOf';
import { at, course, forum, post, revision, student, type ForumSketch } from '../testing/fixtures';
import { isGivenAnew, rehearse, type KeptScore } from './rehearse';
import { NO_DECISIONS, type Decisions } from './suggest';

const ines = student('ines');
const t = at('03-20 12:00');
const judged: Part = { id: 'initial', title: 'Initial post', maximum: 600, basis: 'initial', kind: 'direct' };
const made: Part = {
  id: 'replies',
  title: 'Replies',
  maximum: 400,
  basis: 'replies',
  kind: 'completion',
  allOrNothing: false,
};
const rules = (sketch: Partial<Evaluation> = {}): ForumSketch => ({
  required: { initialRequired: 1, initialMinWords: 50, replies: 2 },
  schedule: { initialDue: at('03-04 23:59'), repliesDue: at('03-08 23:59') },
  evaluation: {
    maximum: 1000,
    parts: [judged, made],
    lateness: { kind: 'perDay', percent: 1000, atMost: 5000 },
    gate: 'none',
    aboveMaximum: false,
    ...sketch,
  },
});
// Two days late, and one of two replies.
const posts = [
  post('i', 'ines', [revision(at('03-06 12:00'), 60)]),
  post('r', 'ines', [revision(at('03-07 12:00'), 30)], {
    to: post('of-bram', 'bram', [revision(at('03-02 12:00'), 60)]),
  }),
];
const by = (sketch: ForumSketch) => {
  const f = forum(sketch);
  return { forum: f, done: participationOf(course({ students: [ines], forums: [f], posts }), f, ines, t) };
};
const decided = (points: number | null, override: Decisions['override'] = null): Decisions => ({
  ...NO_DECISIONS,
  parts: { initial: { points } },
  override,
});
const kept = (sketch: Partial<KeptScore> = {}): KeptScore => ({
  decisions: decided(550),
  points: 630,
  changed: false,
  ...sketch,
});
const mild: ForumSketch = rules({ lateness: { kind: 'none' } });

describe('rehearsing a change of rules', () => {
  it('tells from what to what a given score moves', () => {
    // 5.50 less 20 % of 6.00, and 2.00 for one of two replies.
    expect(rehearse(by(rules()), by(mild), kept(), t)).toEqual({
      stands: 'given',
      before: 630,
      after: 750,
      stays: null,
    });
  });
  it('tells what a suggestion becomes, missing parts counting 0', () => {
    const own = kept({ points: null, decisions: decided(null) });
    const fewer = { ...rules(), required: { initialRequired: 1, initialMinWords: 50, replies: 1 } };
    expect(rehearse(by(rules()), by(fewer), own, t)).toEqual({
      stands: 'suggested',
      before: 200,
      after: 400,
      stays: null,
    });
  });
  it('moves nothing where the rules come to the same, though the score given is another', () => {
    expect(rehearse(by(rules()), by(rules()), kept({ points: 100 }), t)).toBeNull();
    const gated = rules({ gate: 'none', aboveMaximum: true });
    expect(rehearse(by(rules()), by(gated), kept({ points: 100 }), t)).toBeNull();
  });
  it('leaves what was given in place of the computed one, unless it is asked for', () => {
    const override = { points: 800, reason: 'Argued in class.' };
    const move = rehearse(
      by(rules()),
      by(mild),
      kept({ points: 800, decisions: decided(550, override) }),
      t,
    )!;
    expect(move).toMatchObject({ before: 800, after: 750, stays: 'overridden' });
    expect([isGivenAnew(move, false), isGivenAnew(move, true)]).toEqual([false, true]);
  });
  it('leaves a score whose student has changed posts since', () => {
    const move = rehearse(by(rules()), by(mild), kept({ changed: true }), t)!;
    expect(move.stays).toBe('changed');
    expect(isGivenAnew(move, true)).toBe(false);
  });
  it('asks for points that no longer fit, and for parts that are new', () => {
    const smaller = rules({ maximum: 900, parts: [{ ...judged, maximum: 500 }, made] });
    expect(rehearse(by(rules()), by(smaller), kept(), t)).toMatchObject({ after: null, stays: 'incomplete' });
    const more = rules({ parts: [judged, { ...made, id: 'other', kind: 'direct' } as Part] });
    expect(rehearse(by(rules()), by(more), kept(), t)).toMatchObject({ after: null, stays: 'incomplete' });
  });
  it('leaves a score of a forum that is no longer asked', () => {
    const others: ForumSketch = {
      ...rules(),
      audience: { kind: 'listed', sectionIds: [], groupIds: [], studentIds: ['bram'] },
    };
    expect(rehearse(by(rules()), by(others), kept(), t)).toMatchObject({ stays: 'notAsked', after: null });
  });
  it('never gives anew what stays, what has no points, or what is the same; and applying twice moves nothing more', () => {
    const percent = fc.integer({ min: 0, max: 10_000 });
    fc.assert(
      fc.property(
        percent,
        percent,
        fc.integer({ min: 0, max: 600 }),
        fc.boolean(),
        (p, q, points, changed) => {
          const lateness = (each: number) =>
            by(rules({ lateness: { kind: 'perDay', percent: each, atMost: 10_000 } }));
          const first = rehearse(lateness(p), lateness(p), kept({ decisions: decided(points) }), t);
          expect(first).toBeNull();
          const move = rehearse(lateness(p), lateness(q), kept({ decisions: decided(points), changed }), t);
          if (move === null || !isGivenAnew(move, true)) return;
          expect(changed).toBe(false);
          expect(move.after).toBeGreaterThanOrEqual(0);
          expect(move.after).toBeLessThanOrEqual(1000);
          const after = kept({ decisions: decided(points), points: move.after });
          expect(rehearse(lateness(p), lateness(q), after, t)).toBeNull();
        },
      ),
    );
  });
});
