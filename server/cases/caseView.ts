import { createHash } from 'node:crypto';
import type { Kysely } from 'kysely';
import type { AnswerOf } from '../../contract/endpoint';
import type { CaseEntry, CaseLine, CaseView, listCases } from '../../contract/cases';
import type { PersonName } from '../../contract/basics';
import { removedAtAfter } from '../../core/cases/keeping';
import { nameOr } from '../course/setup/personNames';
import { staffOf, type InCourse } from '../course/setup/inCourse';
import { fromJson } from '../db/json';
import type { Db } from '../db/open';
import type { Database } from '../db/schema';
import { caseFor, mayBeNamed, studentsIn, type OpenCase } from './caseAccess';

const namesIn = (course: InCourse, ids: readonly string[]): PersonName[] =>
  ids.map((id) => nameOr(course.setup.names, id));

/** Everything in a case, in the order it was put there. */
async function entriesOf(db: Kysely<Database>, course: InCourse, caseId: string): Promise<CaseEntry[]> {
  const rows = await db
    .selectFrom('case_entry')
    .select(['id', 'number', 'at', 'by', 'content'])
    .where('case_id', '=', caseId)
    .orderBy('number')
    .execute();
  return rows.map(({ id, number, at, by, content }) => ({
    ...{ id, number, at },
    by: nameOr(course.setup.names, by),
    content: fromJson(content),
  }));
}

/** How many students were asked something last and have not answered. */
function waitingIn(entries: readonly CaseEntry[]): number {
  const last = new Map<string, 'message' | 'answer'>();
  for (const { content } of entries)
    if (content.kind === 'message') last.set(content.to.id, 'message');
    else if (content.kind === 'answer') last.set(content.from.id, 'answer');
  return [...last.values()].filter((kind) => kind === 'message').length;
}

function lineOf(
  course: InCourse,
  { row, staff, students }: OpenCase,
  entries: readonly CaseEntry[],
): CaseLine {
  return {
    id: row.id,
    title: row.title,
    students: namesIn(course, students),
    staff: namesIn(course, staff),
    openedAt: row.opened_at,
    decidedAt: row.decided_at,
    lastAt: entries.at(-1)?.at ?? row.opened_at,
    entryCount: entries.length,
    waiting: waitingIn(entries),
  };
}

/** The cases a member of staff is named in, the one something was put into last on top. */
export async function caseList(db: Db, course: InCourse): Promise<AnswerOf<typeof listCases>> {
  const rows = await db
    .selectFrom('case_file')
    .innerJoin('case_person', 'case_person.case_id', 'case_file.id')
    .select('case_file.id')
    .where('course_id', '=', course.setup.id)
    .where('person_id', '=', course.person.id)
    .where('part', '=', 'staff')
    .execute();
  const cases: CaseLine[] = [];
  for (const { id } of rows)
    cases.push(lineOf(course, await caseFor(db, course, id), await entriesOf(db, course, id)));
  return { cases: cases.sort((one, other) => other.lastAt - one.lastAt) };
}

/** A case as the record says it, in an open format: the same bytes as long as nothing is put into it. */
export async function caseRecord(db: Db, course: InCourse, caseId: string): Promise<string> {
  const open = await caseFor(db, course, caseId);
  const { id, title, code, zone } = course.setup;
  const { row } = open;
  const at = (t: number | null) => (t === null ? null : new Date(t).toISOString());
  const record = {
    format: 'juror-case',
    version: 1,
    course: { id, title, code, zone },
    case: {
      id: row.id,
      title: row.title,
      openedAt: at(row.opened_at),
      decidedAt: at(row.decided_at),
      students: namesIn(course, open.students),
      staff: namesIn(course, open.staff),
    },
    entries: (await entriesOf(db, course, caseId)).map((entry) => ({ ...entry, at: at(entry.at) })),
  };
  return `${JSON.stringify(record, null, 2)}\n`;
}

/** A case with everything in it. @throws {Problem} 404 for who is not named in it */
export async function caseView(db: Db, course: InCourse, caseId: string): Promise<CaseView> {
  const open = await caseFor(db, course, caseId);
  const entries = await entriesOf(db, course, caseId);
  const { case_months: months } = await db
    .selectFrom('course')
    .select('case_months')
    .where('id', '=', course.setup.id)
    .executeTakeFirstOrThrow();
  const students = await studentsIn(db, open);
  const others = staffOf(course).filter((id) => !open.staff.includes(id) && mayBeNamed(course, id, students));
  return {
    ...lineOf(course, open, entries),
    version: open.row.version,
    entries,
    others: namesIn(course, others),
    removedAt: removedAtAfter(open.row.decided_at, months, course.setup.zone),
    digest: createHash('sha256')
      .update(await caseRecord(db, course, caseId))
      .digest('hex'),
  };
}
