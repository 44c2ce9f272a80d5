import { describe, expect, it } from 'vitest';
import type { DeskView, DocketRow } from '../../../contract/evaluate';
import type { DocketState } from '../../../core/participation/docketState';
import { meaningOf, typedFrom, type Typed } from './sheet/typed';
import { nextReady } from './docket/states';

const view = {
  forum: {
    maximum: 1000,
    aboveMaximum: false,
    parts: [
      { id: 'i', title: 'Initial post', maximum: 600, basis: 'initial', kind: 'direct' },
      { id: 'r', title: 'Replies', maximum: 400, basis: 'replies', kind: 'completion', allOrNothing: false },
    ],
  },
  score: {
    decisions: {
      parts: { i: { points: 550 } },
      adjustment: null,
      override: { points: 700, reason: 'read aloud' },
    },
    remark: null,
    passages: [],
    files: [],
  },
} as unknown as DeskView;
const points = (text: string): Typed['parts'] => ({ i: { points: text } });
const typed = (change: Partial<Typed>): Typed => ({
  parts: points('5'),
  adjust: '',
  adjustWhy: '',
  override: '',
  why: '',
  remark: null,
  passages: [],
  files: [],
  ...change,
});

describe('what is typed on the score sheet', () => {
  it('shows what was kept, and means it again', () => {
    expect(typedFrom(view)).toMatchObject({
      parts: { i: { points: '5.50' }, r: {} },
      override: '7.00',
      why: 'read aloud',
    });
    expect(meaningOf(typedFrom(view), view)).toEqual({ decisions: view.score.decisions, problem: null });
  });
  it('leaves out what is empty', () => {
    expect(meaningOf(typed({ parts: points('') }), view).decisions).toEqual({
      parts: {},
      adjustment: null,
      override: null,
    });
  });
  it.each<[Partial<Typed>, string]>([
    [{ parts: points('6.01') }, 'i'],
    [{ parts: points('-1') }, 'i'],
    [{ parts: points('good') }, 'i'],
    [{ override: '10.01', why: 'x' }, 'override'],
    [{ override: '9', why: ' ' }, 'override why'],
    [{ adjust: '-0,5' }, 'adjust why'],
    [{ adjust: '-11', adjustWhy: 'x' }, 'adjust'],
  ])('names what cannot be: %j', (change, field) =>
    expect(meaningOf(typed(change), view).problem?.field).toBe(field),
  );
});

describe('the next ready student', () => {
  const row = (id: string, state: DocketState) => ({ student: { id }, state }) as DocketRow;
  const rows = [row('a', 'ready'), row('b', 'given'), row('c', 'changed'), row('d', 'nothing')];
  it('follows the one at hand, and begins again at the end', () => {
    expect(nextReady(rows, undefined)?.student.id).toBe('a');
    expect(nextReady(rows, 'a')?.student.id).toBe('c');
    expect(nextReady(rows, 'd')?.student.id).toBe('a');
    expect(nextReady(rows, 'c')?.student.id).toBe('a');
  });
  it('is nobody when nobody is left, not the one at hand', () => {
    expect(nextReady([row('a', 'ready'), row('b', 'given')], 'a')).toBeNull();
    expect(nextReady([], undefined)).toBeNull();
  });
});
