import type { Change } from '../change/changeCourse';
import { keepScore, type ScoreCell, type StoredScore } from './keepScore';

/** Excuses a student from an item, or no longer; what was given stays beneath it. Answers the score as it is stored then. */
export async function excuse(
  change: Change,
  cell: ScoreCell,
  excused: boolean,
  why: string | null = null,
): Promise<StoredScore> {
  const { itemId, studentId } = cell;
  const after = await keepScore(change, cell, { excused: excused ? 1 : 0 });
  const what = excused ? 'score.excused' : 'score.notExcused';
  await change.record(what, { of: 'score', itemId, studentId }, { why });
  return after;
}
