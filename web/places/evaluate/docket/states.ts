import type { DocketRow } from '../../../../contract/evaluate';
import type { DocketState } from '../../../../core/participation/docketState';

/** The docket states in words. */
export const STATE_WORDS: Record<DocketState, string> = {
  ready: 'ready',
  changed: 'changed',
  waiting: 'waiting',
  nothing: 'nothing',
  given: 'given',
  released: 'released',
  excused: 'excused',
};

/** In the order in which an evaluator wants them. */
export const STATE_ORDER: readonly DocketState[] = [
  'ready',
  'changed',
  'waiting',
  'nothing',
  'given',
  'released',
  'excused',
];

/** Whether a student waits for who asks: to be scored, looked at again, or read a second time. */
export function isWaitedFor({ state, reading }: Pick<DocketRow, 'state' | 'reading'>): boolean {
  return state === 'ready' || state === 'changed' || reading?.wanted === true;
}

/** The next student to evaluate after one, in the order shown, from the start again at the end; null when none is left. */
export function nextReady(rows: readonly DocketRow[], after: string | undefined): DocketRow | null {
  const at = rows.findIndex(({ student }) => student.id === after);
  const order = [...rows.slice(at + 1), ...rows.slice(0, Math.max(at, 0))];
  return order.find((row) => isWaitedFor(row) && row.student.id !== after) ?? null;
}
