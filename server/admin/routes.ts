import { nameOrder } from '../../core/text/nameOrder';
import { changeCourse } from '../course/change/changeCourse';
import { DONE, pageOf } from '../../contract/basics';
import * as contract from '../../contract/admin';
import { fromWallClock } from '../../core/time/wallClock';
import { shiftDays } from '../../core/plan/mapDates';
import type { Deps } from '../feature/deps';
import type { Serve } from '../feature/serve';
import { notFound, Problem, wrongField } from '../refusals/problem';
import { recordMember } from '../course/roster/recordMember';
import { nameColumns } from '../roster/saveMember';
import { forgetPassword, linkOf, makeLink, setPasswordWith } from '../sessions/links';
import { refuseBorrowed } from '../sessions/ownership';
import { allCourses } from './allCourses';
import { personName } from '../course/setup/personNames';

async function everyone(deps: Deps, only?: string): Promise<contract.AdminPerson[]> {
  let query = deps.db.selectFrom('person').selectAll();
  if (only !== undefined) query = query.where('id', '=', only);
  const people = (await query.execute()).sort((one, other) =>
    nameOrder(one.sortable_name, other.sortable_name),
  );
  const parts = await deps.db
    .selectFrom('member')
    .innerJoin('course', 'course.id', 'member.course_id')
    .select(['member.person_id', 'course.id', 'course.code', 'member.role', 'member.removed_at'])
    .orderBy('course.code')
    .execute();
  const byPerson = new Map<string, typeof parts>();
  for (const part of parts) {
    const list = byPerson.get(part.person_id);
    if (list) list.push(part);
    else byPerson.set(part.person_id, [part]);
  }
  return people.map((row) => ({
    ...personName(row),
    givenName: row.given_name,
    familyName: row.family_name,
    preferredName: row.preferred_name,
    email: row.email,
    administrator: row.administrator === 1,
    canSignIn: row.password_hash !== null,
    courses: (byPerson.get(row.id) ?? []).map(({ id, code, role, removed_at }) => ({
      id,
      code,
      role,
      removed: removed_at !== null,
    })),
  }));
}

async function person(deps: Deps, id: string): Promise<contract.AdminPerson> {
  const [found] = await everyone(deps, id);
  if (!found) throw notFound();
  return found;
}

/** What the administrator does: courses, people, roles, and links to set a password. */
export function adminRoutes(serve: Serve, deps: Deps): void {
  const { db } = deps;

  serve(contract.listAllCourses, async ({ query }) => pageOf(await allCourses(db), query));

  serve(contract.putCourseAway, async ({ params, body, now }) => {
    const { numUpdatedRows } = await db
      .updateTable('course')
      .set({ put_away_at: body.putAway ? now : null })
      .where('id', '=', params.course)
      .executeTakeFirstOrThrow();
    if (numUpdatedRows === 0n) throw notFound();
    return DONE;
  });

  serve(contract.makeCourse, async ({ params, body }) => {
    const known = await db
      .selectFrom('course')
      .selectAll()
      .where('id', '=', params.course)
      .executeTakeFirst();
    if (known && (known.title !== body.title || known.code !== body.code))
      throw new Problem(409, 'idTaken', 'This id belongs to another course; send a new one.');
    if (!known) {
      const start = fromWallClock(`${body.firstDay}T00:00`, body.zone);
      await db
        .insertInto('course')
        .values({
          id: params.course,
          title: body.title,
          code: body.code,
          zone: body.zone,
          // Adding up needs no weights, and so no category: a new course has a total from its first score on.
          gradebook_mode: 'byPoints',
          term_start: start,
          term_end: shiftDays(fromWallClock(`${body.lastDay}T00:00`, body.zone), 1, body.zone),
        })
        .execute();
    }
    return { id: params.course };
  });

  serve(contract.listAllPeople, async ({ query }) => pageOf(await everyone(deps), query));

  serve(contract.savePerson, async ({ params, body, session }) => {
    const { administrator, ...fields } = body;
    const holder = await db
      .selectFrom('person')
      .select('id')
      .where('email', '=', fields.email)
      .executeTakeFirst();
    if (holder && holder.id !== params.person)
      throw wrongField('email', 'Someone else in Juror has this e-mail address.');
    if (!administrator && params.person === session.personId)
      throw wrongField('administrator', 'You cannot take this from yourself; another administrator can.');
    const columns = { ...nameColumns(fields), administrator: administrator ? 1 : 0 };
    await db
      .insertInto('person')
      .values({ id: params.person, password_hash: null, ...columns })
      .onConflict((oc) => oc.column('id').doUpdateSet(columns))
      .execute();
    if (administrator) await refuseBorrowed(deps, params.person, null);
    for (const { id } of (await person(deps, params.person)).courses) deps.courses.forget(id);
    return person(deps, params.person);
  });

  serve(contract.setRole, async ({ params, body, session, now }) => {
    const { courseId, role } = body;
    const course = await db.selectFrom('course').select('id').where('id', '=', courseId).executeTakeFirst();
    if (!course) throw wrongField('courseId', 'Choose a course.');
    await person(deps, params.person);
    await changeCourse(deps, { courseId, actorId: session.personId }, now, async (change) => {
      const { trx } = change;
      const before = await trx
        .selectFrom('member')
        .selectAll()
        .where('course_id', '=', courseId)
        .where('person_id', '=', params.person)
        .executeTakeFirst();
      if (before?.role === 'student' && role !== null && role !== 'student') {
        const wrote = await trx
          .selectFrom('post')
          .innerJoin('forum', 'forum.id', 'post.forum_id')
          .select('post.id')
          .where('forum.course_id', '=', courseId)
          .where('author_id', '=', params.person)
          .executeTakeFirst();
        if (wrote) throw wrongField('role', 'They have posted there as a student and stay one.');
      }
      if (!before && role === null) return;
      if (before)
        await trx
          .updateTable('member')
          .set({
            ...(role === null ? { removed_at: now } : { role, removed_at: null }),
            version: before.version + 1,
          })
          .where('course_id', '=', courseId)
          .where('person_id', '=', params.person)
          .execute();
      else
        await trx
          .insertInto('member')
          .values({
            course_id: courseId,
            person_id: params.person,
            role: role!,
            section_id: null,
            sections: null,
            student_number: null,
            enrolled_from: now,
            removed_at: null,
          })
          .execute();
      await recordMember(change, { courseId, personId: params.person, what: 'member.role' }, before);
    });
    if (role === 'instructor') await refuseBorrowed(deps, params.person, courseId);
    return person(deps, params.person);
  });

  serve(contract.makePersonLink, async ({ params, body, session }) => {
    await person(deps, params.person);
    if (body.reset) await forgetPassword(deps, params.person);
    return makeLink(deps, params.person, session.personId);
  });

  serve(contract.readLink, ({ params }) => linkOf(deps, params.token));

  serve(contract.setPassword, async ({ params, body }) => ({
    email: await setPasswordWith(deps, params.token, body.password),
  }));
}
