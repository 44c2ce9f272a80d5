import type { Kysely, Selectable } from 'kysely';
import type { CaseContent } from '../../contract/cases';
import { staffOf, worksWith, type InCourse } from '../course/setup/inCourse';
import { nameOr } from '../course/setup/personNames';
import { fromJson } from '../db/json';
import type { Database } from '../db/schema';
import { notFound, refused } from '../refusals/problem';

/** A case with who reads it and whom it is about. */
export interface OpenCase {
  readonly row: Selectable<Database['case_file']>;
  readonly staff: readonly string[];
  readonly students: readonly string[];
}

/** The case for staff who are named in it, and teach here still; 404 for everyone else, instructors too. (rules §12) */
export async function caseFor(db: Kysely<Database>, course: InCourse, caseId: string): Promise<OpenCase> {
  const row = await db
    .selectFrom('case_file')
    .selectAll()
    .where('id', '=', caseId)
    .where('course_id', '=', course.setup.id)
    .executeTakeFirst();
  if (!row) throw notFound();
  const people = await db.selectFrom('case_person').selectAll().where('case_id', '=', caseId).execute();
  const of = (part: 'staff' | 'student') =>
    people.filter((each) => each.part === part).map(({ person_id }) => person_id);
  if (course.member.role === 'student' || course.vantage || !of('staff').includes(course.person.id))
    throw notFound();
  return { row, staff: of('staff'), students: of('student') };
}

/** A case that is not decided, to be added to. @throws {Problem} 403 once it is decided */
export async function undecidedCase(
  db: Kysely<Database>,
  course: InCourse,
  caseId: string,
): Promise<OpenCase> {
  const open = await caseFor(db, course, caseId);
  if (open.row.decided_at !== null)
    throw refused('decided', 'This case is decided. Open it again before you add to it.');
  return open;
}

/** The students whose text something in a case holds. */
export function whoseText(content: CaseContent): string[] {
  switch (content.kind) {
    case 'post':
      return [content.author.id];
    case 'pair':
      return [content.pair.one, content.pair.other].flatMap(({ student }) => student?.id ?? []);
    case 'evidence':
      return [content.evidence.student.id];
    default:
      return [];
  }
}

/** Every student whom a case is about, or whose text is in it: whoever reads it works with them all. */
export async function studentsIn(
  db: Kysely<Database>,
  { row, students }: OpenCase,
): Promise<readonly string[]> {
  const entries = await db
    .selectFrom('case_entry')
    .select('content')
    .where('case_id', '=', row.id)
    .where('kind', 'in', ['post', 'pair', 'evidence'])
    .execute();
  return [...new Set([...students, ...entries.flatMap(({ content }) => whoseText(fromJson(content)))])];
}

/** Refuses what would show some of the staff who read a case the text of students they do not work with. */
export function refuseBeforeOthers(
  course: InCourse,
  staff: readonly string[],
  students: readonly string[],
): void {
  const other = staff.find((each) => !mayBeNamed(course, each, students));
  if (other === undefined) return;
  const whose = students.map((id) => course.setup.names.get(id)?.name ?? 'a student').join(' and ');
  throw refused(
    'others',
    `${nameOr(course.setup.names, other).name} does not work with ${whose}. Remove them from the case first.`,
  );
}

/** Whether a colleague may be named in a case: they teach here, and work with every student in it. */
export function mayBeNamed(course: InCourse, personId: string, students: readonly string[]): boolean {
  const member = course.setup.members.get(personId);
  if (!member || member.removed || !staffOf(course).includes(personId)) return false;
  return students.every((student) => worksWith({ ...course, member }, student));
}
