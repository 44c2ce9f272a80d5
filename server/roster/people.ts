import { nameOrder } from '../../core/text/nameOrder';
import { fromJson } from '../db/json';
import type { RosterPerson } from '../../contract/roster';
import type { Kysely } from 'kysely';
import type { Database } from '../db/schema';
import { NAME_COLUMNS, personName } from '../course/setup/personNames';

/**
 * Whom the instructors of a course may not rename or give another e-mail: who is in another course too, whom its roster did not
 * name first, and administrators; for them the administrator does it.
 */
async function namedElsewhere(db: Kysely<Database>, courseId: string): Promise<ReadonlySet<string>> {
  const rows = await db
    .selectFrom('member as here')
    .innerJoin('member as there', 'there.person_id', 'here.person_id')
    .select('here.person_id')
    .distinct()
    .where('here.course_id', '=', courseId)
    .where('there.course_id', '!=', courseId)
    .execute();
  const others = await db
    .selectFrom('person')
    .select('id')
    .where((eb) =>
      eb.or([eb('administrator', '=', 1), eb('made_in', 'is', null), eb('made_in', '!=', courseId)]),
    )
    .execute();
  return new Set([...rows.map((row) => row.person_id), ...others.map((row) => row.id)]);
}

/** Everyone who is or was in a course, by sortable name. */
export async function rosterPeople(db: Kysely<Database>, courseId: string): Promise<RosterPerson[]> {
  const elsewhere = await namedElsewhere(db, courseId);
  const rows = await db
    .selectFrom('member')
    .innerJoin('person', 'person.id', 'member.person_id')
    .selectAll('member')
    .select(['person.id', 'email', ...NAME_COLUMNS, 'sortable_name', 'password_hash'])
    .where('course_id', '=', courseId)
    .execute();
  return rows
    .sort((a, b) => nameOrder(a.sortable_name, b.sortable_name))
    .map((row) => ({
      ...personName(row),
      version: row.version,
      role: row.role,
      givenName: row.given_name,
      familyName: row.family_name,
      preferredName: row.preferred_name,
      email: row.email,
      studentNumber: row.student_number,
      sectionId: row.section_id,
      sections: row.sections === null ? ('all' as const) : [...fromJson(row.sections)],
      enrolledFrom: row.enrolled_from,
      removed: row.removed_at !== null,
      accommodationMinutes: row.accommodation_minutes,
      accommodationReason: row.accommodation_reason,
      canSignIn: row.password_hash !== null,
      mayRename: !elsewhere.has(row.id),
    }));
}
