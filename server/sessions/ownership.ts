import type { Trx } from '../db/open';
import type { Kysely } from 'kysely';
import type { Database } from '../db/schema';
import type { Deps } from '../feature/deps';
import { forgetPassword } from './links';

/**
 * Why an instructor may not make somebody a link to set a password with: whoever has the link has the account, and everything it
 * will ever be given. It is for people whom the roster of one of the instructor's own courses named first, and who are nothing but
 * students in them.
 *
 * @returns null where they may
 */
export async function whyNoLink(
  db: Kysely<Database>,
  instructorId: string,
  personId: string,
): Promise<'hasPassword' | 'notYours' | null> {
  const person = await db
    .selectFrom('person')
    .select(['password_hash', 'administrator', 'made_in'])
    .where('id', '=', personId)
    .executeTakeFirstOrThrow();
  if (person.password_hash !== null) return 'hasPassword';
  const teaches = await db
    .selectFrom('member')
    .select('course_id')
    .where('person_id', '=', instructorId)
    .where('role', '=', 'instructor')
    .where('removed_at', 'is', null)
    .execute();
  const theirs = new Set(teaches.map(({ course_id }) => course_id));
  const parts = await db
    .selectFrom('member')
    .select(['course_id', 'role'])
    .where('person_id', '=', personId)
    .execute();
  const isOnlyStudent = parts.every(({ course_id, role }) => role === 'student' && theirs.has(course_id));
  const isTheirs = person.made_in !== null && theirs.has(person.made_in);
  return person.administrator === 0 && isTheirs && isOnlyStudent ? null : 'notYours';
}

/**
 * Takes the password of somebody away who is to teach or administer, if it was set with a link that came neither from an
 * administrator nor from an instructor of that course: whoever handed that link over may have kept the account.
 *
 * @param courseId the course they come to teach; null where they become an administrator
 * @returns whether they need a new link
 */
export async function refuseBorrowed(
  deps: Deps,
  personId: string,
  courseId: string | null,
): Promise<boolean> {
  if (!(await isBorrowed(deps.db, personId, courseId))) return false;
  await forgetPassword(deps, personId);
  return true;
}

async function isBorrowed(
  db: Kysely<Database> | Trx,
  personId: string,
  courseId: string | null,
): Promise<boolean> {
  const maker = await db
    .selectFrom('person')
    .innerJoin('person as maker', 'maker.id', 'person.password_by')
    .select(['maker.id', 'maker.administrator'])
    .where('person.id', '=', personId)
    .where('person.password_hash', 'is not', null)
    .executeTakeFirst();
  if (!maker || maker.administrator === 1) return false;
  if (courseId === null) return true;
  const teachesThere = await db
    .selectFrom('member')
    .select('role')
    .where('course_id', '=', courseId)
    .where('person_id', '=', maker.id)
    .where('role', '=', 'instructor')
    .executeTakeFirst();
  return teachesThere === undefined;
}
