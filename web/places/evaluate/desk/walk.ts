import type { DocketRow } from '../../../../contract/evaluate';
import { nextReady, STATE_ORDER, STATE_WORDS } from '../docket/states';

/*
 * How an evaluator goes through a docket. `shown` are the rows as they are filtered and ordered, `all` those of the docket.
 */

/** Who comes next of those who are ready: among those shown, or among all where the student at hand is not shown. */
export function nextInDocket(
  shown: readonly DocketRow[],
  all: readonly DocketRow[],
  student: string | undefined,
): DocketRow | null {
  const isShown = !student || shown.some((row) => row.student.id === student);
  return nextReady(isShown ? shown : all, student);
}

/** Some rows on from the student at hand, and not beyond the ends; the first where nobody is at hand. */
export function stepInDocket(
  shown: readonly DocketRow[],
  student: string | undefined,
  by: number,
): DocketRow | undefined {
  const at = shown.findIndex((row) => row.student.id === student);
  return shown[at < 0 ? 0 : Math.max(0, Math.min(shown.length - 1, at + by))];
}

/** That nobody is ready any more, and how the others stand. */
export function nobodyReady(all: readonly DocketRow[]): string {
  const others = STATE_ORDER.filter((state) => state !== 'ready')
    .map((state) => [all.filter((row) => row.state === state).length, STATE_WORDS[state]] as const)
    .filter(([n]) => n > 0)
    .map(([n, words]) => `${n} ${words}`);
  return `Nobody else is ready${others.length === 0 ? '' : `: ${others.join(', ')}`}.`;
}
