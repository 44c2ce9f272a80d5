import { toJson } from '../db/json';
import { changeCourse } from '../course/change/changeCourse';
import type { Trx } from '../db/open';
import { randomUUID } from 'node:crypto';
import type { MemberFields, RosterPerson } from '../../contract/roster';
import type { InCourse } from '../course/setup/inCourse';
import type { Deps } from '../feature/deps';
import { refuseBorrowed } from '../sessions/ownership';
import { conflict, notFound, Problem, refused, wrongField } from '../refusals/problem';
import { rosterPeople } from './people';
import { recordMember } from '../course/roster/recordMember';
import { warnOfMove } from './warnOfMove';

/** The columns that names become. */
export function nameColumns(
  fields: Pick<MemberFields, 'givenName' | 'familyName' | 'preferredName' | 'sortableName' | 'email'>,
) {
  const given = fields.preferredName ?? fields.givenName;
  return {
    email: fields.email,
    given_name: fields.givenName,
    family_name: fields.familyName,
    preferred_name: fields.preferredName,
    sortable_name:
      fields.sortableName ?? (fields.familyName === '' ? given : `${fields.familyName}, ${given}`),
  };
}

async function rosterPerson(trx: Trx, courseId: string, personId: string): Promise<RosterPerson> {
  const person = (await rosterPeople(trx, courseId)).find(({ id }) => id === personId);
  if (!person) throw notFound();
  return person;
}

/** Whoever has this e-mail in Juror already, in any course. */
async function byMail(trx: Trx, email: string) {
  return trx.selectFrom('person').selectAll().where('email', '=', email).executeTakeFirst();
}

/** The course keeps an instructor, and nobody takes their own role away. */
async function refuseWithoutInstructor(trx: Trx, courseId: string, exceptFor: string): Promise<void> {
  const other = await trx
    .selectFrom('member')
    .select('person_id')
    .where('course_id', '=', courseId)
    .where('role', '=', 'instructor')
    .where('removed_at', 'is', null)
    .where('person_id', '!=', exceptFor)
    .executeTakeFirst();
  if (!other) throw wrongField('fields.role', 'A course needs an instructor; make someone else one first.');
}

/** Adds a person to a course, or changes their part in it. Someone known by their e-mail is added as who they are. */
export async function saveMember(
  deps: Deps,
  course: InCourse,
  personId: string,
  asked: { version: number; fields: MemberFields; confirmed: boolean },
  now: number,
): Promise<RosterPerson> {
  const { setup } = course;
  const { fields } = asked;
  const section = fields.role === 'student' ? fields.sectionId : null;
  const known = new Set(setup.sections.map(({ id }) => id));
  if (section !== null && !known.has(section))
    throw wrongField('fields.sectionId', 'Choose a section of this course.');
  if (fields.sections !== 'all' && !fields.sections.every((id) => known.has(id)))
    throw wrongField('fields.sections', 'Choose sections of this course.');
  if (fields.role === 'assistant' && fields.sections !== 'all' && fields.sections.length === 0)
    throw wrongField('fields.sections', 'Choose at least one section, or all of them.');
  const saved = await changeCourse(deps, course, now, async (change) => {
    const { trx } = change;
    const holder = await byMail(trx, fields.email);
    const id = asked.version === 0 && holder ? holder.id : personId;
    const before = await trx
      .selectFrom('member')
      .selectAll()
      .where('course_id', '=', setup.id)
      .where('person_id', '=', id)
      .executeTakeFirst();
    if (before && asked.version === 0)
      throw wrongField(
        'fields.email',
        before.removed_at === null
          ? 'Someone with this e-mail address is in the course already.'
          : 'Someone with this e-mail address was removed from the course; bring them back instead.',
      );
    if (!before && asked.version > 0) throw notFound();
    if (before && before.version !== asked.version)
      throw conflict(
        'Someone else has changed this person since you opened them.',
        await rosterPerson(trx, setup.id, id),
      );
    if (holder && holder.id !== id)
      throw wrongField('fields.email', 'Someone else in Juror has this e-mail address.');
    if (fields.studentNumber !== null) {
      const other = await trx
        .selectFrom('member')
        .select('person_id')
        .where('course_id', '=', setup.id)
        .where('student_number', '=', fields.studentNumber)
        .where('person_id', '!=', id)
        .executeTakeFirst();
      if (other)
        throw wrongField(
          'fields.studentNumber',
          `${setup.names.get(other.person_id)?.name ?? 'Someone else'} has this student number.`,
        );
    }
    if (before?.role === 'instructor' && fields.role !== 'instructor')
      await refuseWithoutInstructor(trx, setup.id, id);
    if (before?.role === 'student' && fields.role !== 'student') {
      const wrote = await trx
        .selectFrom('post')
        .innerJoin('forum', 'forum.id', 'post.forum_id')
        .select('post.id')
        .where('forum.course_id', '=', setup.id)
        .where('author_id', '=', id)
        .executeTakeFirst();
      if (wrote) throw wrongField('fields.role', 'They have posted here as a student and stay one.');
    }
    const names = nameColumns(fields);
    if (holder || before) {
      const person = await trx
        .selectFrom('person')
        .selectAll()
        .where('id', '=', id)
        .executeTakeFirstOrThrow();
      const differs = Object.entries(names).some(
        ([name, value]) => person[name as keyof typeof person] !== value,
      );
      if (before && differs) {
        const { mayRename } = await rosterPerson(trx, setup.id, id);
        if (!mayRename)
          throw refused(
            'notYours',
            'This person is in other courses too; only the administrator changes their name and e-mail.',
          );
        await trx.updateTable('person').set(names).where('id', '=', id).execute();
      }
    } else {
      const taken = await trx.selectFrom('person').select('id').where('id', '=', id).executeTakeFirst();
      if (taken) throw new Problem(409, 'idTaken', 'This id belongs to someone else; send a new one.');
      await trx
        .insertInto('person')
        .values({ id, ...names, password_hash: null, administrator: 0, made_in: setup.id })
        .execute();
    }
    if (before && before.role === 'student' && !asked.confirmed && before.section_id !== section)
      await warnOfMove(
        trx,
        setup,
        new Map([[id, { sectionId: section, groupIds: setup.students.get(id)?.groupIds ?? [] }]]),
        now,
      );
    const columns = {
      role: fields.role,
      section_id: section,
      sections: fields.role === 'assistant' && fields.sections !== 'all' ? toJson(fields.sections) : null,
      student_number: fields.studentNumber,
      enrolled_from: fields.enrolledFrom,
      accommodation_minutes: fields.role === 'student' ? fields.accommodationMinutes : 0,
      accommodation_reason: fields.role === 'student' ? fields.accommodationReason : null,
    };
    if (before)
      await trx
        .updateTable('member')
        .set({ ...columns, version: before.version + 1 })
        .where('course_id', '=', setup.id)
        .where('person_id', '=', id)
        .execute();
    else
      await trx
        .insertInto('member')
        .values({ course_id: setup.id, person_id: id, removed_at: null, version: 1, ...columns })
        .execute();
    await recordMember(
      change,
      {
        courseId: setup.id,
        personId: id,
        what: before ? 'member.saved' : 'member.added',
      },
      before,
    );
    return rosterPerson(trx, setup.id, id);
  });
  if (saved.role === 'instructor' && (await refuseBorrowed(deps, saved.id, setup.id)))
    return { ...saved, canSignIn: false };
  return saved;
}

/** Removes a person from the roster, keeping posts and scores, or brings them back. (rules §3) */
export async function setMemberRemoved(
  deps: Deps,
  course: InCourse,
  personId: string,
  asked: { version: number; removed: boolean },
  now: number,
): Promise<RosterPerson> {
  const { setup } = course;
  const saved = await changeCourse(deps, course, now, async (change) => {
    const { trx } = change;
    const before = await trx
      .selectFrom('member')
      .selectAll()
      .where('course_id', '=', setup.id)
      .where('person_id', '=', personId)
      .executeTakeFirst();
    if (!before) throw notFound();
    if ((before.removed_at !== null) === asked.removed) return rosterPerson(trx, setup.id, personId);
    if (before.version !== asked.version)
      throw conflict(
        'Someone else has changed this person since you opened them.',
        await rosterPerson(trx, setup.id, personId),
      );
    if (asked.removed && before.role === 'instructor') await refuseWithoutInstructor(trx, setup.id, personId);
    await trx
      .updateTable('member')
      .set({ removed_at: asked.removed ? now : null, version: before.version + 1 })
      .where('course_id', '=', setup.id)
      .where('person_id', '=', personId)
      .execute();
    await recordMember(
      change,
      {
        courseId: setup.id,
        personId,
        what: asked.removed ? 'member.removed' : 'member.restored',
      },
      before,
    );
    return rosterPerson(trx, setup.id, personId);
  });
  return saved;
}

/** An id for someone whom a file names for the first time. */
export const newPersonId = (): string => randomUUID();
