import type { Trx } from '../../db/open';
import type { Selectable } from 'kysely';
import { keepRecord } from '../record/record';
import type { Database } from '../../db/schema';

type MemberRow = Selectable<Database['member']>;

/** A member as the course record keeps them: what a look into the past needs. */
export function recordedMember(row: MemberRow) {
  return {
    role: row.role,
    sectionId: row.section_id,
    sections: row.sections === null ? null : (JSON.parse(row.sections) as string[]),
    enrolledFrom: row.enrolled_from,
    removed: row.removed_at !== null,
    accommodationMinutes: row.accommodation_minutes,
  };
}
export type RecordedMember = ReturnType<typeof recordedMember>;

/** Writes down what a member was and is. The reason of an accommodation stays out of the record. */
export async function recordMember(
  trx: Trx,
  entry: { courseId: string; personId: string; actorId: string; what: string; at: number },
  before: MemberRow | undefined,
): Promise<void> {
  const row = await trx
    .selectFrom('member')
    .selectAll()
    .where('course_id', '=', entry.courseId)
    .where('person_id', '=', entry.personId)
    .executeTakeFirstOrThrow();
  await keepRecord(trx, {
    courseId: entry.courseId,
    at: entry.at,
    actorId: entry.actorId,
    what: entry.what,
    subject: `member:${entry.personId}`,
    before: before ? recordedMember(before) : null,
    after: recordedMember(row),
  });
}
