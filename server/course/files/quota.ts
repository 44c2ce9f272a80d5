import type { Kysely } from 'kysely';
import { sizeWords } from '../../../contract/files';
import type { InCourse } from '../setup/inCourse';
import type { Database } from '../../db/schema';
import { Problem } from '../../refusals/problem';

const MB = 1_000_000;

/** How much a person may keep in one course, and all of a course together. */
export interface Quota {
  readonly bytes: number;
  readonly files: number;
}

/** What may be kept. A file counts for who uploaded it, as long as it is kept. */
export const QUOTAS: Readonly<Record<'student' | 'staff' | 'course', Quota>> = {
  student: { bytes: 500 * MB, files: 1000 },
  staff: { bytes: 10_000 * MB, files: 10_000 },
  course: { bytes: 50_000 * MB, files: 100_000 },
};

/** How much a person has uploaded to a course, and what they may. */
export interface Room {
  readonly used: number;
  readonly most: number;
}

async function usedBy(db: Kysely<Database>, courseId: string, personId: string | null): Promise<Quota> {
  let query = db
    .selectFrom('file')
    .select((eb) => [eb.fn.countAll<number>().as('files'), eb.fn.sum<number | null>('size').as('bytes')])
    .where('course_id', '=', courseId);
  if (personId !== null) query = query.where('uploaded_by', '=', personId);
  const { files, bytes } = await query.executeTakeFirstOrThrow();
  return { files, bytes: bytes ?? 0 };
}

const full = (message: string) => new Problem(413, 'full', message, [{ field: 'file', message }]);

/**
 * Refuses a file for which a person, or their course, has no more room.
 *
 * @param size of the file, in bytes; 0 while it is not known
 * @returns the room as it is with the file
 * @throws {Problem} 413 that says what is used, what may be, and what to do
 */
export async function refuseBeyondQuota(
  db: Kysely<Database>,
  course: InCourse,
  size: number,
  quotas = QUOTAS,
): Promise<Room> {
  const most = quotas[course.person.kind];
  const own = await usedBy(db, course.setup.id, course.person.id);
  if (own.bytes + size > most.bytes || own.files + 1 > most.files)
    throw full(
      `You have uploaded ${own.files} files with ${sizeWords(own.bytes)} to this course; ${most.files.toLocaleString('en-GB')} files with ${sizeWords(most.bytes)} is the most. Files in no post and no draft make room by themselves after a week; ask your ${course.person.kind === 'student' ? 'instructor' : 'administrator'} if you need more.`,
    );
  const all = await usedBy(db, course.setup.id, null);
  if (all.bytes + size > quotas.course.bytes || all.files + 1 > quotas.course.files)
    throw full(
      `All files of this course come to ${sizeWords(all.bytes)}, and there is no room for more. Tell your administrator.`,
    );
  return { used: own.bytes + size, most: most.bytes };
}
