import type { Kysely } from 'kysely';
import type { KeptFile } from '../../contract/cases';
import type { InCourse } from '../course/setup/inCourse';
import type { Database } from '../db/schema';

/** Files as a case keeps them, by their ids. */
export async function keptFiles(db: Kysely<Database>, ids: readonly string[]): Promise<KeptFile[]> {
  if (ids.length === 0) return [];
  const rows = await db
    .selectFrom('file')
    .select(['id', 'name', 'type', 'size', 'sha256'])
    .where('id', 'in', ids)
    .execute();
  const known = new Map(rows.map((row) => [row.id, row]));
  return ids.flatMap((id) => known.get(id) ?? []);
}

/** Whether a file is kept in a case that names a member of staff. */
export async function mayFetchFromCase(
  db: Kysely<Database>,
  course: InCourse,
  fileId: string,
): Promise<boolean> {
  if (course.member.role === 'student' || course.vantage) return false;
  const row = await db
    .selectFrom('case_attachment')
    .innerJoin('case_file', 'case_file.id', 'case_attachment.case_id')
    .innerJoin('case_person', 'case_person.case_id', 'case_file.id')
    .select('case_file.id')
    .where('file_id', '=', fileId)
    .where('case_file.course_id', '=', course.setup.id)
    .where('case_person.person_id', '=', course.person.id)
    .where('case_person.part', '=', 'staff')
    .executeTakeFirst();
  return row !== undefined;
}
