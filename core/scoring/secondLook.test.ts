import { describe, expect, it } from 'vitest';
import type { Evaluation } from '../course/evaluation';
import { at } from '../testing/fixtures';
import { lookOutcome, whyNoLook } from './secondLook';

const evaluation = (lookAgain?: Evaluation['lookAgain']) => ({ lookAgain }) as Evaluation;
const released = { points: 500, givenAt: 1, released: true, excused: false };
const until = at('03-10 18:00');

describe('another look at a score', () => {
  it('may be asked for while it is released, whether or not the forum says anything', () => {
    expect(whyNoLook(evaluation(), released, false, until)).toBeNull();
    expect(whyNoLook(evaluation({ until: null }), released, false, until)).toBeNull();
    expect(whyNoLook(evaluation(), { ...released, released: false }, false, until)).toBe('notReleased');
    expect(whyNoLook(evaluation(), { ...released, excused: true }, false, until)).toBe('notReleased');
    expect(whyNoLook(evaluation(), null, false, until)).toBe('notReleased');
  });
  it('is asked for once at a time, where the forum offers it, and until the end of its last minute', () => {
    expect(whyNoLook(evaluation(), released, true, until)).toBe('asked');
    expect(whyNoLook(evaluation(null), released, false, until)).toBe('notOffered');
    expect(whyNoLook(null, released, false, until)).toBe('notOffered');
    expect(whyNoLook(evaluation({ until }), released, false, until + 59_999)).toBeNull();
    expect(whyNoLook(evaluation({ until }), released, false, until + 60_000)).toBe('over');
  });
  it('ends with a changed score where it was given since', () => {
    expect(lookOutcome(5, 6)).toBe('changed');
    expect(lookOutcome(5, 5)).toBe('answered');
    expect(lookOutcome(5, null)).toBe('answered');
  });
});
