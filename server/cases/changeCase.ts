import { randomUUID } from 'node:crypto';
import type { BodyOf } from '../../contract/endpoint';
import type { decideCase, nameInCase, openCase, ToAdd } from '../../contract/cases';
import { changeCourse } from '../course/change/changeCourse';
import { worksWith, type InCourse } from '../course/setup/inCourse';
import type { Trx } from '../db/open';
import type { Deps } from '../feature/deps';
import { conflict, notFound, refused, wrongField } from '../refusals/problem';
import { caseFor, mayBeNamed, refuseBeforeOthers, studentsIn, undecidedCase, whoseText } from './caseAccess';
import { addEntry } from './entries';
import { frozen } from './frozen';

/** Every write of a case. None stands in the course record: a case keeps its own. (rules §12) */
const writeCase = (
  deps: Deps,
  course: InCourse,
  now: number,
  work: (trx: Trx) => Promise<void>,
): Promise<void> => changeCourse(deps, course, now, ({ trx }) => work(trx));

const name = (trx: Trx, caseId: string, personId: string, part: 'staff' | 'student') =>
  trx
    .insertInto('case_person')
    .values({ case_id: caseId, person_id: personId, part })
    .onConflict((at) => at.doNothing())
    .execute();

/** Opens a case; whoever opens it is named in it. Sent twice under one id it is one case. */
export async function opensCase(
  deps: Deps,
  course: InCourse,
  { id, title, students, first }: BodyOf<typeof openCase>,
  now: number,
): Promise<void> {
  const known = await deps.db
    .selectFrom('case_file')
    .select('opened_by')
    .where('id', '=', id)
    .executeTakeFirst();
  if (known?.opened_by === course.person.id) return;
  if (known) throw wrongField('id', 'This id is taken. Try again.');
  for (const student of students) if (!worksWith(course, student)) throw notFound();
  const begins = first && (await frozen(deps, course, first, students, now));
  const by = course.person.id;
  await writeCase(deps, course, now, async (trx) => {
    await trx
      .insertInto('case_file')
      .values({ id, course_id: course.setup.id, title, opened_by: by, opened_at: now, decided_at: null })
      .execute();
    await name(trx, id, by, 'staff');
    for (const student of new Set(students)) await name(trx, id, student, 'student');
    await addEntry(trx, id, { id: randomUUID(), content: { kind: 'opened', title }, by, at: now });
    if (begins) await addEntry(trx, id, { id: randomUUID(), ...begins, by, at: now });
  });
}

/** Puts something into a case, as it stands now. */
export async function addsToCase(
  deps: Deps,
  course: InCourse,
  caseId: string,
  { id, add }: { id: string; add: ToAdd },
  now: number,
): Promise<void> {
  const { students } = await undecidedCase(deps.db, course, caseId);
  const entry = await frozen(deps, course, add, students, now);
  await writeCase(deps, course, now, async (trx) => {
    const { staff } = await undecidedCase(trx, course, caseId);
    refuseBeforeOthers(course, staff, whoseText(entry.content));
    await addEntry(trx, caseId, {
      ...{ id, ...entry, by: course.person.id, at: now },
      ...(add.kind === 'message' && { student: add.to }),
    });
  });
  deps.mailer.soon();
}

/** Names a colleague or a student in a case, or takes someone out of it; what they put there stays. */
export async function namesInCase(
  deps: Deps,
  course: InCourse,
  caseId: string,
  personId: string,
  { named }: BodyOf<typeof nameInCase>,
  now: number,
): Promise<void> {
  const { setup } = course;
  const open = await undecidedCase(deps.db, course, caseId);
  const { staff, students } = open;
  const isIn = staff.includes(personId) || students.includes(personId);
  if (isIn === named) return;
  const person = setup.names.get(personId);
  const member = setup.members.get(personId);
  if (!person || !member) throw notFound();
  const part = member.role === 'student' ? 'student' : 'staff';
  if (named && part === 'staff' && !mayBeNamed(course, personId, await studentsIn(deps.db, open)))
    throw refused('others', `${person.name} does not work with every student in this case.`);
  if (named && part === 'student') {
    if (!worksWith(course, personId)) throw notFound();
    refuseBeforeOthers(course, staff, [personId]);
  }
  if (!named && part === 'staff' && staff.length === 1)
    throw refused('last', 'Someone has to read this case. Name a colleague first.');
  if (!named && part === 'student' && students.length === 1)
    throw refused('last', 'A case is about someone. Add another student first, or remove the case.');
  await writeCase(deps, course, now, async (trx) => {
    if (named) await name(trx, caseId, personId, part);
    else
      await trx
        .deleteFrom('case_person')
        .where('case_id', '=', caseId)
        .where('person_id', '=', personId)
        .execute();
    await addEntry(trx, caseId, {
      id: randomUUID(),
      content: named ? { kind: 'named', person, part } : { kind: 'unnamed', person },
      by: course.person.id,
      at: now,
    });
  });
}

/** Decides a case with a reason, or opens it again with one. @throws {Problem} 409 where a colleague was first */
export async function decidesCase(
  deps: Deps,
  course: InCourse,
  caseId: string,
  { version, decision, reason }: BodyOf<typeof decideCase>,
  now: number,
): Promise<void> {
  await caseFor(deps.db, course, caseId);
  await writeCase(deps, course, now, async (trx) => {
    const { row } = await caseFor(trx, course, caseId);
    if (row.version !== version)
      throw conflict('A colleague has decided this case or opened it again in the meantime.', row.version);
    if ((decision === null) === (row.decided_at === null)) return;
    await trx
      .updateTable('case_file')
      .set({ decided_at: decision === null ? null : now, version: version + 1 })
      .where('id', '=', caseId)
      .execute();
    await addEntry(trx, caseId, {
      id: randomUUID(),
      content: decision === null ? { kind: 'reopened', reason } : { kind: 'decided', decision, reason },
      by: course.person.id,
      at: now,
    });
  });
}

/** Removes a decided case with everything in it. */
export async function removesCase(deps: Deps, course: InCourse, caseId: string, now: number): Promise<void> {
  const { row } = await caseFor(deps.db, course, caseId);
  if (row.decided_at === null)
    throw refused('undecided', 'Decide the case first, so that its decision stands before it goes.');
  await writeCase(deps, course, now, async (trx) => {
    await trx.deleteFrom('case_file').where('id', '=', caseId).execute();
  });
}

/** What a student answers to what staff asked them in a case. */
export async function answersAsked(
  deps: Deps,
  course: InCourse,
  caseId: string,
  { id, text }: { id: string; text: string },
  now: number,
): Promise<void> {
  const me = course.person.id;
  await writeCase(deps, course, now, async (trx) => {
    const row = await trx
      .selectFrom('case_file')
      .innerJoin('case_person', 'case_person.case_id', 'case_file.id')
      .select(['case_file.id', 'decided_at'])
      .where('case_file.id', '=', caseId)
      .where('case_file.course_id', '=', course.setup.id)
      .where('case_person.person_id', '=', me)
      .where('case_person.part', '=', 'student')
      .where((eb) =>
        eb.exists(
          eb
            .selectFrom('case_entry')
            .select('case_entry.id')
            .whereRef('case_entry.case_id', '=', 'case_file.id')
            .where('to_id', '=', me),
        ),
      )
      .executeTakeFirst();
    if (!row) throw notFound();
    if (row.decided_at !== null)
      throw refused('closed', 'This conversation is closed. Write to your instructor another way.');
    await addEntry(trx, caseId, {
      ...{ id, by: me, at: now, student: me },
      content: { kind: 'answer', from: course.setup.names.get(me)!, text },
    });
  });
  deps.mailer.soon();
}
