import type { Selectable } from 'kysely';
import type { Announcement, AnnouncedTo, saveAnnouncement } from '../../contract/announcements';
import type { BodyOf } from '../../contract/endpoint';
import type { Audience } from '../../core/course/forum';
import type { Announced } from '../../core/notices/noticeFacts';
import { inAudience } from '../../core/terms/audience';
import { changeCourse } from '../course/change/changeCourse';
import { staffOf, worksWith, type InCourse } from '../course/setup/inCourse';
import { nameOr } from '../course/setup/personNames';
import { fromJson, toJson } from '../db/json';
import type { Db } from '../db/open';
import type { Database } from '../db/schema';
import type { Deps } from '../feature/deps';
import { conflict, notFound, Problem, wrongField } from '../refusals/problem';

type Row = Selectable<Database['announcement']>;

/** Whom an announcement reaches, as the rules write an audience. */
const audienceOf = (to: AnnouncedTo): Audience => (to.kind === 'everyone' ? to : { ...to, studentIds: [] });

/** The students an announcement is for. */
function reached({ setup }: Pick<InCourse, 'setup'>, to: AnnouncedTo): string[] {
  const audience = audienceOf(to);
  return [...setup.students.values()].flatMap((student) =>
    !student.removed && inAudience({ audience }, student) ? [student.id] : [],
  );
}

/** Whether somebody of the staff may write to all of these: an assistant of some sections to students of theirs alone. */
const mayReach = (course: InCourse, to: AnnouncedTo): boolean =>
  course.member.sections === 'all' || reached(course, to).every((id) => worksWith(course, id));

const rowsOf = (db: Db, courseId: string) =>
  db
    .selectFrom('announcement')
    .selectAll()
    .where('course_id', '=', courseId)
    .where('removed_at', 'is', null)
    .orderBy('at', 'desc')
    .orderBy('id')
    .execute();

/** An announcement as somebody is shown it. */
function shown(course: InCourse, row: Row, now: number): Announcement {
  const { setup } = course;
  const to = fromJson(row.audience);
  const isStaff = course.member.role !== 'student';
  return {
    id: row.id,
    title: row.title,
    text: row.text,
    by: nameOr(setup.names, row.by),
    at: row.at,
    to: isStaff ? to : null,
    planned: row.at > now,
    mayChange: isStaff && !course.vantage && mayReach(course, to),
    version: isStaff ? row.version : 0,
  };
}

/** What was announced to whoever asks; to staff everything, also what is planned. */
export async function announcementsFor(db: Db, course: InCourse, now: number): Promise<Announcement[]> {
  const { setup, person } = course;
  const rows = await rowsOf(db, setup.id);
  return rows
    .filter(
      ({ at, audience }) =>
        person.kind === 'staff' ||
        (at <= now &&
          inAudience({ audience: audienceOf(fromJson(audience)) }, setup.students.get(person.id)!)),
    )
    .map((row) => shown(course, row, now));
}

/** What a student is told of among their notices. */
export async function announcedTo(db: Db, course: InCourse, since: number): Promise<Announced[]> {
  const { setup, person } = course;
  const student = setup.students.get(person.id);
  if (!student) return [];
  const rows = await rowsOf(db, setup.id);
  return rows
    .filter(
      ({ at, audience }) => at > since && inAudience({ audience: audienceOf(fromJson(audience)) }, student),
    )
    .map(({ id, at, by, title, text }) => ({ id, at, by, title, text }));
}

/** Announces something, or changes what was announced; its moment stays once it has come. */
export async function announce(
  deps: Deps,
  course: InCourse,
  id: string,
  asked: BodyOf<typeof saveAnnouncement>,
  now: number,
): Promise<Announcement> {
  const { setup, person } = course;
  const { to } = asked;
  if (to.kind === 'listed') {
    if (to.sectionIds.length + to.groupIds.length === 0)
      throw wrongField('to', 'Choose at least one section or group, or everyone.');
    if (
      to.sectionIds.some((each) => !setup.sections.some((section) => section.id === each)) ||
      to.groupIds.some((each) => !setup.groups.has(each))
    )
      throw wrongField('to', 'A section or group chosen here is not there any more. Choose again.');
  }
  if (!mayReach(course, to))
    throw wrongField(
      'to',
      'You announce to students you work with. Choose your section, or a group within it.',
    );
  if (asked.at !== null && asked.at <= now)
    throw wrongField('at', 'Choose a moment to come, or announce it now.');
  return changeCourse(deps, course, now, async (change) => {
    const { trx } = change;
    const known = await trx.selectFrom('announcement').selectAll().where('id', '=', id).executeTakeFirst();
    if (known && known.course_id !== setup.id)
      throw new Problem(409, 'idTaken', 'This id belongs to something else; send it with a new id.');
    if (known && (known.removed_at !== null || !mayReach(course, fromJson(known.audience)))) throw notFound();
    if (known && known.version !== asked.version) {
      const current = shown(course, known, now);
      // The same sent twice, because its answer was lost, is one.
      const isSame = known.title === asked.title && known.text === asked.text && asked.version === 0;
      if (isSame) return current;
      throw conflict('Someone else has changed this announcement since you opened it.', current);
    }
    const isOut = known !== undefined && known.at <= now;
    if (isOut && asked.at !== null)
      throw wrongField('at', 'This has been announced already; its moment stays.');
    const row: Row = {
      ...{ id, course_id: setup.id, title: asked.title, text: asked.text, audience: toJson(to) },
      at: isOut ? known.at : (asked.at ?? now),
      by: known?.by ?? person.id,
      version: (known?.version ?? 0) + 1,
      removed_at: null,
    };
    await trx
      .insertInto('announcement')
      .values(row)
      .onConflict((conflicts) => conflicts.column('id').doUpdateSet(row))
      .execute();
    await change.record(
      'announcement.saved',
      { of: 'announcement', id },
      {
        before: known && { title: known.title, text: known.text },
        after: { title: row.title, text: row.text },
      },
    );
    change.concerns([...reached(course, to), ...staffOf(course)]);
    return shown(course, row, now);
  });
}

/** Removes an announcement: nobody is told of it any more. */
export async function removeAnnounced(deps: Deps, course: InCourse, id: string, now: number): Promise<void> {
  await changeCourse(deps, course, now, async (change) => {
    const { trx } = change;
    const known = await trx
      .selectFrom('announcement')
      .selectAll()
      .where('id', '=', id)
      .where('course_id', '=', course.setup.id)
      .executeTakeFirst();
    if (!known || !mayReach(course, fromJson(known.audience))) throw notFound();
    if (known.removed_at !== null) return;
    await trx.updateTable('announcement').set({ removed_at: now }).where('id', '=', id).execute();
    await change.record(
      'announcement.removed',
      { of: 'announcement', id },
      { before: { title: known.title, text: known.text } },
    );
    change.concerns([...reached(course, fromJson(known.audience)), ...staffOf(course)]);
  });
}
