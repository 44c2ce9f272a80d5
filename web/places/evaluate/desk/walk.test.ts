import { describe, expect, it } from 'vitest';
import type { DocketRow } from '../../../../contract/evaluate';
import type { DocketState } from '../../../../core/participation/docketState';
import { nextInDocket, nobodyReady, stepInDocket } from './walk';

const row = (id: string, state: DocketState) => ({ student: { id }, state }) as DocketRow;
const all = [row('a', 'ready'), row('b', 'given'), row('c', 'ready'), row('d', 'nothing')];
const shown = all.slice(0, 2);
const idOf = (found: DocketRow | null | undefined) => found?.student.id;

describe('going through a docket', () => {
  it('goes on among those shown, and among all from a student who is not shown', () => {
    expect(idOf(nextInDocket(shown, all, 'b'))).toBe('a');
    expect(idOf(nextInDocket(shown, all, undefined))).toBe('a');
    expect(idOf(nextInDocket(shown, all, 'd'))).toBe('a');
    expect(idOf(nextInDocket(all, all, 'a'))).toBe('c');
  });
  it('steps from one to the next and stays within the ends', () => {
    expect(idOf(stepInDocket(all, 'b', 1))).toBe('c');
    expect(idOf(stepInDocket(all, 'a', -1))).toBe('a');
    expect(idOf(stepInDocket(all, 'd', 1))).toBe('d');
    expect(idOf(stepInDocket(all, 'elsewhere', 1))).toBe('a');
    expect(stepInDocket([], 'a', 1)).toBeUndefined();
  });
  it('says how the others stand when nobody is ready', () => {
    expect(nobodyReady(all.filter(({ state }) => state !== 'ready'))).toMatch(
      /^Nobody else is ready: 1 .*, 1 .*\.$/,
    );
    expect(nobodyReady([])).toBe('Nobody else is ready.');
  });
});
