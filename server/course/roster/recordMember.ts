import { fromJson } from '../../db/json';
import type { Change } from '../change/changeCourse';
import type { Selectable } from 'kysely';
import type { Database } from '../../db/schema';

type MemberRow = Selectable<Database['member']>;

/** A member as the course record keeps them: what a look into the past needs. */
export function recordedMember(row: MemberRow) {
  return {
    role: row.role,
    sectionId: row.section_id,
    sections: row.sections === null ? null : fromJson(row.sections),
    enrolledFrom: row.enrolled_from,
    removed: row.removed_at !== null,
    accommodationMinutes: row.accommodation_minutes,
  };
}
export type RecordedMember = ReturnType<typeof recordedMember>;

/** Writes down what a member was and is. The reason of an accommodation stays out of the record. */
export async function recordMember(
  change: Change,
  entry: { readonly courseId: string; readonly personId: string; readonly what: string },
  before: MemberRow | undefined,
): Promise<void> {
  const { trx } = change;
  const row = await trx
    .selectFrom('member')
    .selectAll()
    .where('course_id', '=', entry.courseId)
    .where('person_id', '=', entry.personId)
    .executeTakeFirstOrThrow();
  await change.record(
    entry.what,
    { of: 'member', id: entry.personId },
    { before: before ? recordedMember(before) : null, after: recordedMember(row) },
  );
}
