import { randomUUID } from 'node:crypto';
import type { BodyOf } from '../../contract/endpoint';
import type {
  answerMoreTime as answering,
  askForMoreTime as asking,
  MoreTimeRequest,
} from '../../contract/moreTime';
import { whyNoMoreTime, type NoMoreTime } from '../../core/participation/moreTime';
import { participationOf } from '../../core/participation/participationOf';
import { extendDates } from '../../core/plan/extendDates';
import { resolveTerms } from '../../core/terms/resolveTerms';
import { accessTo } from '../../core/access/accessTo';
import { courseData } from '../course/facts/courseData';
import { openForum } from '../course/access/openForum';
import { changeCourse } from '../course/change/changeCourse';
import { forumIn, staffOf, worksWith, type InCourse } from '../course/setup/inCourse';
import type { Db } from '../db/open';
import type { Deps } from '../feature/deps';
import { notFound, Problem, wrongField } from '../refusals/problem';
import { writeDates } from './moveDates';

const WHY: Record<NoMoreTime, string> = {
  nothingDue: 'Nothing with a due date is open for you here, so there is no time to ask for.',
  asked: 'You have asked already; an answer is on its way.',
};

/** The requests for more time of a course, the earliest first: of one student, or of all. */
const requestsIn = (db: Db, courseId: string) =>
  db
    .selectFrom('more_time')
    .innerJoin('forum', 'forum.id', 'more_time.forum_id')
    .selectAll('more_time')
    .where('forum.course_id', '=', courseId)
    .where('forum.removed_at', 'is', null)
    .orderBy('asked_at')
    .orderBy('more_time.id');

/** Whether a student's requests are for whoever asks: their own, or of a student they work with. */
const isFor = (course: InCourse, studentId: string) =>
  course.person.kind === 'student' ? course.person.id === studentId : worksWith(course, studentId);

type Row = Awaited<ReturnType<ReturnType<typeof requestsIn>['execute']>>[number];

/** A request as it stood at an instant: what was answered later waits then. */
function asOf(row: Row, now: number): Pick<Row, 'state' | 'answer' | 'answered_at' | 'answered_by'> {
  return row.answered_at === null || row.answered_at <= now
    ? row
    : { state: 'asked', answer: null, answered_at: null, answered_by: null };
}

/** The forums that are there for a student. */
async function forumsThere(db: Db, { setup, person }: InCourse, now: number): Promise<ReadonlySet<string>> {
  const data = await courseData(db, setup, { authorId: person.id });
  return new Set(
    [...setup.forums.values()].flatMap((forum) => {
      const access = accessTo(data, forum, person, now);
      return access.kind === 'student' && access.phase === 'absent' ? [] : [forum.id];
    }),
  );
}

/**
 * A student's own requests in the forums that are there for them, or those of all one works with, as they stood at an instant: those that
 * wait first, the earliest of them first; then the newest.
 */
export async function moreTimeFor(db: Db, course: InCourse, now: number): Promise<MoreTimeRequest[]> {
  const { setup, person } = course;
  let query = requestsIn(db, setup.id).where('asked_at', '<=', now);
  if (person.kind === 'student') query = query.where('student_id', '=', person.id);
  const rows = await query.execute();
  if (rows.length === 0) return [];
  const there = person.kind === 'student' ? await forumsThere(db, course, now) : null;
  const all = rows.flatMap((row): MoreTimeRequest[] => {
    const forum = setup.forums.get(row.forum_id);
    const student = setup.students.get(row.student_id);
    if (!forum || !student || !isFor(course, student.id) || there?.has(forum.id) === false) return [];
    const { initialDue, repliesDue, reviewsDue } = resolveTerms(forum, student).dates;
    const { state, answer, answered_at, answered_by } = asOf(row, now);
    return [
      {
        id: row.id,
        forum: { id: forum.id, title: setup.cards.get(forum.id)!.title },
        student: setup.names.get(student.id)!,
        askedAt: row.asked_at,
        reason: row.reason,
        until: row.until,
        state,
        answer,
        answeredAt: answered_at,
        answeredBy: answered_by === null ? null : (setup.names.get(answered_by)?.name ?? null),
        initialDue,
        repliesDue,
        reviewsDue,
      },
    ];
  });
  const waits = all.filter(({ state }) => state === 'asked');
  return [...waits, ...all.filter(({ state }) => state !== 'asked').reverse()];
}

/** A student asks for more time in a forum they take part in. (docs/rules §2) */
export function askForMoreTime(
  deps: Deps,
  course: InCourse,
  forumId: string,
  { id, reason, until }: BodyOf<typeof asking>,
  now: number,
): Promise<void> {
  const studentId = course.person.id;
  return changeCourse(deps, course, now, async (change) => {
    const { trx } = change;
    const { forum, data } = await openForum(trx, course, forumId, now);
    const known = await trx.selectFrom('more_time').selectAll().where('id', '=', id).executeTakeFirst();
    if (known && (known.student_id !== studentId || known.forum_id !== forumId))
      throw new Problem(409, 'idTaken', 'This id belongs to something else; send it with a new id.');
    if (known) return;
    const waits = await trx
      .selectFrom('more_time')
      .select('id')
      .where('forum_id', '=', forumId)
      .where('student_id', '=', studentId)
      .where('state', '=', 'asked')
      .executeTakeFirst();
    const { slots } = participationOf(data, forum, course.setup.students.get(studentId)!, now);
    const why = whyNoMoreTime(slots, waits !== undefined);
    if (why !== null) throw new Problem(409, 'noMoreTime', WHY[why]);
    if (until !== null && until <= now)
      throw wrongField('until', 'Choose a day and a time that are still to come, or leave it empty.');
    await trx
      .insertInto('more_time')
      .values({
        id,
        forum_id: forumId,
        student_id: studentId,
        asked_at: now,
        reason,
        until,
        state: 'asked',
        answer: null,
        answered_at: null,
        answered_by: null,
      })
      .execute();
    change.concerns([...staffOf(course), studentId]);
    await change.record('moreTime.asked', { of: 'moreTime', id }, { after: { forumId, until }, why: reason });
  });
}

/** A request of the course as it waits. */
async function waitingRequest(db: Db, course: InCourse, id: string) {
  const row = await requestsIn(db, course.setup.id).where('more_time.id', '=', id).executeTakeFirst();
  if (!row || !isFor(course, row.student_id)) throw notFound();
  if (row.state !== 'asked') {
    const who =
      row.answered_by === null ? 'The student' : (course.setup.names.get(row.answered_by)?.name ?? 'Someone');
    throw new Problem(
      409,
      'answered',
      row.state === 'withdrawn'
        ? `${who} has withdrawn this request. Reload the page.`
        : `${who} has answered this already. Reload the page.`,
    );
  }
  return row;
}

/** A student withdraws what they asked, as long as it waits. */
export function withdrawMoreTime(deps: Deps, course: InCourse, id: string, now: number): Promise<void> {
  return changeCourse(deps, course, now, async (change) => {
    const row = await waitingRequest(change.trx, course, id);
    await change.trx.updateTable('more_time').set({ state: 'withdrawn' }).where('id', '=', row.id).execute();
    change.concerns([...staffOf(course), row.student_id]);
    await change.record('moreTime.withdrawn', { of: 'moreTime', id });
  });
}

/** Grants a request by own terms of the student, or declines it with a reason. (docs/rules §2) */
export function answerMoreTime(
  deps: Deps,
  course: InCourse,
  id: string,
  { grant, answer, confirmed }: BodyOf<typeof answering>,
  now: number,
): Promise<void> {
  const { setup } = course;
  return changeCourse(deps, course, now, async (change) => {
    const { trx } = change;
    const row = await waitingRequest(trx, course, id);
    if (grant !== null) {
      const { forum, card } = forumIn(setup, row.forum_id);
      const { ownTerms, dates } = extendDates(forum, setup.students.get(row.student_id)!, grant, randomUUID);
      if (dates.length === 0)
        throw wrongField('grant', 'Choose a due date later than the one the student has now.');
      const changes = [
        {
          forumId: forum.id,
          version: card.version,
          schedule: forum.schedule,
          ownTerms,
          sealLiftsAt: null,
        },
      ];
      await writeDates(change, course, { changes, what: 'ownTerms', confirmed });
    }
    const state = grant === null ? 'declined' : 'granted';
    await trx
      .updateTable('more_time')
      .set({ state, answer: answer || null, answered_at: now, answered_by: course.person.id })
      .where('id', '=', id)
      .execute();
    change.concerns([row.student_id, ...staffOf(course)]);
    await change.record(
      `moreTime.${state}`,
      { of: 'moreTime', id },
      { after: { forumId: row.forum_id, studentId: row.student_id, ...grant }, why: answer || null },
    );
  });
}
