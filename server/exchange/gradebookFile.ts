import { csvFile } from '../../core/csv/csv';
import { decimal } from '../../core/course/points';
import { itemHeads, PERSON_HEADS, stampHead, TOTAL_HEADS } from '../../core/formats/gradebookTable';
import type { InCourse } from '../course/setup/inCourse';
import type { Db } from '../db/open';
import { gradebook } from '../gradebook/gradebookView';

/** The number of the last thing in a course's record. */
async function lastRecord(db: Db, courseId: string): Promise<number> {
  const { last } = await db
    .selectFrom('record')
    .select((eb) => eb.fn.max('id').as('last'))
    .where('course_id', '=', courseId)
    .executeTakeFirstOrThrow();
  return last ?? 0;
}

/**
 * The gradebook as a CSV file: a row for each student, a column for each item, the total and its letter, and a last column whose head says
 * how far the course record had come, so that newer scores are known when the file comes back.
 */
export async function gradebookFile(db: Db, course: InCourse, now: number): Promise<string> {
  // Before the scores are read: what comes in between counts as newer.
  const record = await lastRecord(db, course.setup.id);
  const view = await gradebook(db, course, now);
  const sections = new Map(course.setup.sections.map(({ id, title }) => [id, title]));
  const head = [...PERSON_HEADS, ...itemHeads(view.items), ...TOTAL_HEADS, stampHead(record)];
  const rows = view.rows.map((row) => [
    row.studentNumber ?? '',
    row.student.sortable,
    row.email,
    row.sectionId === null ? '' : (sections.get(row.sectionId) ?? ''),
    ...row.cells.map(({ state, points }) =>
      state === 'excused' ? 'excused' : points === undefined ? '' : decimal(points),
    ),
    row.total.percent === null ? '' : decimal(row.total.percent),
    row.total.letter ?? '',
    '',
  ]);
  return csvFile([head, ...rows]);
}
