import { toJson } from '../server/db/json';
import { fromWallClock } from '../core/time/wallClock';
import { DAY, MINUTE } from '../core/time/instant';
import type { Db } from '../server/db/open';
import { hashPassword } from '../server/sessions/passwords';
import { STAFF, STREAMS, STUDENTS } from './people';

export const COURSE = 'rvc210';
export const ZONE = 'Europe/Lisbon';
export const PASSWORD = 'rivers-and-cities';

/** A wall-clock minute of the demo term: `when('03-04 23:59')`. */
export const when = (monthDayTime: string): number =>
  fromWallClock(`2026-${monthDayTime.replace(' ', 'T')}`, ZONE);

/** Where the course clock stands when the demo is laid out: Thursday of the fifth week. */
export const START = when('03-05 16:20');

const ascii = (text: string) =>
  text
    .normalize('NFD')
    .replace(/\p{M}/gu, '')
    .replace(/[đĐ]/g, 'd')
    .replace(/[^A-Za-z]+/g, '')
    .toLowerCase();

/** The id of a stream’s group. */
export const groupId = (title: string) => ascii(title);

/** The id of a student of the demo: `ines-vardanyan`. */
export const studentId = (given: string, family: string): string =>
  `${ascii(given)}-${ascii(family)}`.slice(0, 40);

/** Ids of all students, in roster order. */
export const studentIds: readonly string[] = STUDENTS.map(([given, family]) => studentId(given, family));

/** Makes the people, sections, groups, units and categories of Rivers and Cities. */
export async function layOutCourse(db: Db): Promise<void> {
  const password = await hashPassword(PASSWORD);
  await db
    .insertInto('course')
    .values({
      id: COURSE,
      title: 'Rivers and Cities',
      code: 'RVC 210',
      zone: ZONE,
      term_start: when('02-02 00:00'),
      term_end: when('03-30 00:00'),
      free_days: toJson([{ day: '2026-03-27', title: 'Founders’ day' }]),
      outcomes: toJson([
        { id: 'argues', code: 'R1', text: 'Argues a position on a public work, and says what it costs' },
        { id: 'sources', code: 'R2', text: 'Finds out from sources close to the water' },
        { id: 'reads', code: 'R3', text: 'Reads maps and measurements of a river' },
        { id: 'answers', code: 'R4', text: 'Takes up what others have said, and brings it further' },
      ]),
      letters: toJson([
        { letter: 'A', from: 9000 },
        { letter: 'B', from: 8000 },
        { letter: 'C', from: 7000 },
        { letter: 'D', from: 6000 },
        { letter: 'E', from: 5000 },
        { letter: 'F', from: 0 },
      ]),
    })
    .execute();
  const titled = (table: 'section' | 'unit', rows: readonly (readonly [string, string])[]) =>
    db
      .insertInto(table)
      .values(rows.map(([id, title], position) => ({ id, course_id: COURSE, title, position })))
      .execute();
  await titled('section', [
    ['morning', 'Morning'],
    ['evening', 'Evening'],
  ]);
  await titled('unit', [
    ['unit-1', 'Where water goes'],
    ['unit-2', 'Whose river'],
    ['unit-3', 'Making room'],
    ['unit-4', 'After the flood'],
  ]);
  await db
    .insertInto('category')
    .values([
      {
        id: 'hearings',
        course_id: COURSE,
        title: 'Hearings',
        weight: 7000,
        zero_for_missing: 1,
        dropped: 1,
        position: 0,
      },
      {
        id: 'readings',
        course_id: COURSE,
        title: 'Readings',
        weight: 3000,
        zero_for_missing: 0,
        dropped: 1,
        position: 1,
      },
    ])
    .execute();
  const address = (given: string, family: string) =>
    `${ascii(given)}.${ascii(family)}@fenwick-hollow.example`;
  await db
    .insertInto('person')
    .values([
      {
        id: 'administrator',
        email: 'registry@fenwick-hollow.example',
        given_name: 'Registry',
        family_name: 'Office',
        preferred_name: null,
        sortable_name: 'Office, Registry',
        password_hash: password,
        administrator: 1,
        family_first: 0,
        made_in: null,
      },
      ...[
        ...STAFF.map(([id, given, family]) => ({
          id,
          given,
          family,
          preferred: undefined,
          order: undefined,
        })),
        ...STUDENTS.map(([given, family, , preferred, order]) => ({
          id: studentId(given, family),
          given,
          family,
          preferred,
          order,
        })),
      ].map(({ id, given, family, preferred, order }) => ({
        id,
        email: address(given, family),
        given_name: given,
        family_name: family,
        preferred_name: preferred ?? null,
        sortable_name: family.startsWith('van ')
          ? `${family.slice(4)}, ${given} van`
          : `${family}, ${preferred ?? given}`,
        family_first: order === 'familyFirst' ? 1 : 0,
        password_hash: password,
        administrator: 0,
        // The roster of the course named its students first.
        made_in: STAFF.some(([staff]) => staff === id) ? null : COURSE,
      })),
    ])
    .execute();
  const enrolled = when('01-26 08:00');
  const member = {
    course_id: COURSE,
    section_id: null,
    sections: null,
    student_number: null,
    enrolled_from: enrolled,
    removed_at: null,
  };
  await db
    .insertInto('member')
    .values([
      ...STAFF.map(([id, , , role]) => ({
        ...member,
        person_id: id,
        role,
        sections: role === 'assistant' ? toJson(['evening']) : null,
        accommodation_minutes: 0,
      })),
      ...STUDENTS.map(([given, family, section], index) => ({
        ...member,
        person_id: studentId(given, family),
        role: 'student' as const,
        section_id: section.toLowerCase(),
        student_number: `FH${26_0411 + index * 37}`,
        enrolled_from: family === 'Woldemariam' ? when('02-23 08:00') : enrolled,
        accommodation_minutes: family === 'Tamm' ? (2 * DAY) / MINUTE : 0,
        accommodation_reason:
          family === 'Tamm'
            ? 'Agreed with the study office on 14 January; two days more for everything written.'
            : null,
      })),
    ])
    .execute();
  await db.insertInto('group_plan').values({ id: 'streams', course_id: COURSE, title: 'Streams' }).execute();
  await db
    .insertInto('group')
    .values(STREAMS.map((title, position) => ({ id: groupId(title), plan_id: 'streams', title, position })))
    .execute();
  await db
    .insertInto('group_member')
    .values(
      studentIds.map((id, index) => ({ person_id: id, group_id: groupId(STREAMS[index % STREAMS.length]!) })),
    )
    .execute();
}
