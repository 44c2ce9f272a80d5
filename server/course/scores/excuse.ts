import type { Trx } from '../../db/open';
import type { InCourse } from '../setup/inCourse';
import { keepRecord } from '../record/record';
import { keepScore, type StoredScore } from './keepScore';

/** Excuses a student from an item, or no longer; what was given stays beneath it. Answers the version the score has then. */
export async function excuse(
  trx: Trx,
  course: InCourse,
  cell: { readonly itemId: string; readonly studentId: string; readonly stored: StoredScore | null },
  excused: boolean,
  now: number,
  why: string | null = null,
): Promise<number> {
  const version = await keepScore(trx, cell, { excused: excused ? 1 : 0 });
  await keepRecord(trx, {
    courseId: course.setup.id,
    at: now,
    actorId: course.person.id,
    what: excused ? 'score.excused' : 'score.notExcused',
    subject: `score:${cell.itemId}:${cell.studentId}`,
    why,
  });
  return version;
}
