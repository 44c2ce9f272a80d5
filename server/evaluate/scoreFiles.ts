import { fromJson, type Json } from '../db/json';
import type { Trx } from '../db/open';
import type { Kysely } from 'kysely';
import type { FileView } from '../../contract/files';
import type { InCourse } from '../course/setup/inCourse';
import { worksWith } from '../course/setup/inCourse';
import type { Database } from '../db/schema';
import { wrongField } from '../refusals/problem';

/** Files by their ids, in their order. */
export async function filesOf(db: Kysely<Database>, ids: readonly string[]): Promise<FileView[]> {
  if (ids.length === 0) return [];
  const rows = await db
    .selectFrom('file')
    .select(['id', 'name', 'type', 'size', 'seconds'])
    .where('id', 'in', ids)
    .execute();
  const known = new Map(rows.map((row) => [row.id, { ...row, alt: '' }]));
  return ids.flatMap((id) => known.get(id) ?? []);
}

/** Puts files to a score: those the evaluator uploaded, or that stand there already. */
export async function putFiles(
  trx: Trx,
  course: InCourse,
  about: { readonly itemId: string; readonly studentId: string },
  ids: readonly string[],
  before: readonly string[],
): Promise<void> {
  for (const fileId of ids) {
    if (before.includes(fileId)) continue;
    const file = await trx
      .selectFrom('file')
      .select('uploaded_by')
      .where('id', '=', fileId)
      .where('course_id', '=', course.setup.id)
      .executeTakeFirst();
    if (file?.uploaded_by !== course.person.id)
      throw wrongField('files', 'A file was not uploaded here; attach it again.');
    await trx
      .insertInto('score_file')
      .values({ file_id: fileId, item_id: about.itemId, student_id: about.studentId })
      .onConflict((oc) => oc.doNothing())
      .execute();
  }
}

/** Whether a file stands at a score that a person may see: staff who work with the student; the student once it is released. */
export async function mayFetchFromScore(
  db: Kysely<Database>,
  course: InCourse,
  fileId: string,
): Promise<boolean> {
  const rows = await db
    .selectFrom('score_file')
    .innerJoin('score', (join) =>
      join
        .onRef('score.item_id', '=', 'score_file.item_id')
        .onRef('score.student_id', '=', 'score_file.student_id'),
    )
    .select(['score.student_id', 'score.files', 'score.files_given', 'score.released_at'])
    .where('score_file.file_id', '=', fileId)
    .execute();
  const holds = (list: Json<readonly string[]>) => fromJson(list).includes(fileId);
  return rows.some(({ student_id, files, files_given, released_at }) =>
    course.person.kind === 'staff'
      ? worksWith(course, student_id) && (holds(files) || holds(files_given))
      : student_id === course.person.id && released_at !== null && holds(files_given),
  );
}
