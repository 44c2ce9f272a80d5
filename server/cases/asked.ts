import type { Asked } from '../../contract/cases';
import type { InCourse } from '../course/setup/inCourse';
import { nameOr } from '../course/setup/personNames';
import { fromJson } from '../db/json';
import type { Db } from '../db/open';

/** What staff asked a student in each case, and what they answered: their own alone, without the case's name or anything else in it. (rules §12) */
export async function askedOf(db: Db, course: InCourse): Promise<{ asked: Asked[] }> {
  if (course.vantage) return { asked: [] };
  const me = course.person.id;
  const rows = await db
    .selectFrom('case_entry')
    .innerJoin('case_file', 'case_file.id', 'case_entry.case_id')
    .select(['case_file.id as caseId', 'decided_at', 'case_entry.id', 'case_entry.at', 'by', 'content'])
    .where('course_id', '=', course.setup.id)
    .where('to_id', '=', me)
    .orderBy('case_entry.at')
    .orderBy('number')
    .execute();
  const asked = new Map<string, Asked>();
  for (const { caseId, decided_at, id, at, by, content } of rows) {
    const said = fromJson(content);
    if (said.kind !== 'message' && said.kind !== 'answer') continue;
    const here = asked.get(caseId) ?? {
      id: caseId,
      readers: await readersOf(db, course, caseId),
      messages: [],
      open: decided_at === null && (await isNamed(db, caseId, me)),
    };
    asked.set(caseId, here);
    here.messages.push({
      ...{ id, at, mine: by === me, text: said.text },
      from: nameOr(course.setup.names, by, 'Staff'),
    });
  }
  return { asked: [...asked.values()].reverse() };
}

async function readersOf(db: Db, course: InCourse, caseId: string) {
  const rows = await db
    .selectFrom('case_person')
    .select('person_id')
    .where('case_id', '=', caseId)
    .where('part', '=', 'staff')
    .execute();
  return rows.flatMap(({ person_id }) => course.setup.names.get(person_id) ?? []);
}

async function isNamed(db: Db, caseId: string, personId: string): Promise<boolean> {
  const row = await db
    .selectFrom('case_person')
    .select('part')
    .where('case_id', '=', caseId)
    .where('person_id', '=', personId)
    .executeTakeFirst();
  return row !== undefined;
}
