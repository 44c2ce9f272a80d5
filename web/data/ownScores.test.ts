import { afterEach, describe, expect, it, vi } from 'vitest';
import { isOwnScore, noteOwnScore } from './ownScores';

afterEach(() => vi.useRealTimers());

const event = (students: string[], forums = ['floodplain']) =>
  ({ kind: 'scores', course: 'rivers', forums, students }) as const;

describe('a score that was saved here', () => {
  it('is known when the stream tells of it, and only of it, soon after', () => {
    vi.useFakeTimers({ toFake: ['performance'] });
    noteOwnScore('rivers', 'floodplain', 'ines');
    expect(isOwnScore(event(['ines']))).toBe(true);
    expect(isOwnScore(event(['ines', 'bram']))).toBe(false);
    expect(isOwnScore(event(['ines'], ['floodplain', 'weirs']))).toBe(false);
    expect(isOwnScore(event(['ines'], ['weirs']))).toBe(false);
    // Whose it is is not said where names are covered.
    expect(isOwnScore(event([]))).toBe(false);
    vi.advanceTimersByTime(6000);
    expect(isOwnScore(event(['ines']))).toBe(false);
  });
});
