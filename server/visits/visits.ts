import { beginsVisit, visitsInAll, withVisit, type VisitDay, type Visits } from '../../core/visits/visits';
import { toWallClock } from '../../core/time/wallClock';
import { openForum } from '../course/access/openForum';
import type { InCourse } from '../course/setup/inCourse';
import type { CourseSetup } from '../course/setup/courseCache';
import type { Db } from '../db/open';

/** Whose visits to which forums: of a forum, of a student, or both. */
interface Scope {
  readonly forumId?: string;
  readonly studentId?: string;
}

/** Visits by forum and student, `forum student`; none where the course does not keep them. (rules §11) */
export async function loadVisits(
  db: Db,
  setup: Pick<CourseSetup, 'id' | 'visits'>,
  { forumId, studentId }: Scope,
): Promise<ReadonlyMap<string, Visits>> {
  if (!setup.visits) return new Map();
  let rows = db
    .selectFrom('visit')
    .innerJoin('forum', 'forum.id', 'visit.forum_id')
    .selectAll('visit')
    .where('forum.course_id', '=', setup.id);
  if (forumId !== undefined) rows = rows.where('visit.forum_id', '=', forumId);
  if (studentId !== undefined) rows = rows.where('visit.student_id', '=', studentId);
  const days = new Map<string, VisitDay[]>();
  for (const { forum_id, student_id, day, visits, first_at, last_at } of await rows.execute()) {
    const key = `${forum_id} ${student_id}`;
    const of = days.get(key) ?? [];
    of.push({ day, visits, first: first_at, last: last_at });
    days.set(key, of);
  }
  return new Map([...days].map(([key, of]) => [key, visitsInAll(of)!]));
}

/** Notes that a student opened the page of a forum, where the course keeps visits and one begins. Through a vantage nobody does. (rules §11) */
export async function noteVisit(db: Db, course: InCourse, forumId: string, now: number): Promise<void> {
  const { setup, person } = course;
  await openForum(db, course, forumId, now);
  if (!setup.visits || course.vantage) return;
  const day = toWallClock(now, setup.zone).slice(0, 10);
  await db.transaction().execute(async (trx) => {
    const last = await trx
      .selectFrom('visit')
      .selectAll()
      .where('forum_id', '=', forumId)
      .where('student_id', '=', person.id)
      .orderBy('last_at', 'desc')
      .executeTakeFirst();
    if (!beginsVisit(last?.last_at ?? null, now)) return;
    const before =
      last?.day === day ? { day, visits: last.visits, first: last.first_at, last: last.last_at } : null;
    const { visits, first, last: at } = withVisit(day, before, now);
    const counted = { visits, first_at: first, last_at: at };
    await trx
      .insertInto('visit')
      .values({ forum_id: forumId, student_id: person.id, day, ...counted })
      .onConflict((conflict) => conflict.columns(['forum_id', 'student_id', 'day']).doUpdateSet(counted))
      .execute();
  });
}
