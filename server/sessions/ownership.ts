import type { Trx } from '../db/open';
import type { Kysely } from 'kysely';
import type { Database } from '../db/schema';
import type { Deps } from '../feature/deps';
import { forgetPassword } from './links';

/**
 * For which of these people an instructor may make a link to set a password with: whoever has the link has the account, and everything
 * it will ever be given. It is for people whom the roster of one of the instructor's own courses named first, and who are nothing but
 * students in them.
 */
export async function mayBeMadeLinks(
  db: Kysely<Database>,
  instructorId: string,
  people: readonly string[],
): Promise<ReadonlySet<string>> {
  if (people.length === 0) return new Set();
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
    .select(['person_id', 'course_id', 'role'])
    .where('person_id', 'in', people)
    .execute();
  const others = new Set(
    parts
      .filter(({ course_id, role }) => role !== 'student' || !theirs.has(course_id))
      .map(({ person_id }) => person_id),
  );
  const made = await db
    .selectFrom('person')
    .select(['id', 'made_in'])
    .where('id', 'in', people)
    .where('administrator', '=', 0)
    .execute();
  return new Set(
    made
      .filter(({ id, made_in }) => made_in !== null && theirs.has(made_in) && !others.has(id))
      .map(({ id }) => id),
  );
}

/**
 * Takes the password of someone away who is to teach or administer, if it was set with a link that came neither from an
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
    .select(['maker.id', 'maker.administrator', 'person.made_in'])
    .where('person.id', '=', personId)
    .where('person.password_hash', 'is not', null)
    .executeTakeFirst();
  if (!maker || maker.administrator === 1) return false;
  // They set it anew by mail: it is as much theirs as the address is, which the roster of a course gave.
  if (maker.id === personId) return maker.made_in !== null && maker.made_in !== courseId;
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
