import { fromJson } from '../db/json';
import type { Db } from '../db/open';
import type { RowOf } from './courseParts';

/** What staff of a course announced, or plan to; what was removed is left out. */
export async function announcements(db: Db, courseId: string): Promise<RowOf<'announcements'>[]> {
  const rows = await db
    .selectFrom('announcement')
    .selectAll()
    .where('course_id', '=', courseId)
    .where('removed_at', 'is', null)
    .orderBy('at')
    .orderBy('id')
    .execute();
  return rows.map(({ id, title, text, audience, at, by }) => ({
    ...{ id, title, text, at, by },
    to: fromJson(audience),
  }));
}

/** How often students of a course opened its forums, day by day. */
export async function visits(db: Db, courseId: string): Promise<RowOf<'visits'>[]> {
  const rows = await db
    .selectFrom('visit')
    .innerJoin('forum', 'forum.id', 'visit.forum_id')
    .selectAll('visit')
    .where('forum.course_id', '=', courseId)
    .orderBy('visit.forum_id')
    .orderBy('visit.student_id')
    .orderBy('visit.day')
    .execute();
  return rows.map(({ forum_id, student_id, day, visits: n, first_at, last_at }) => ({
    forumId: forum_id,
    studentId: student_id,
    day,
    visits: n,
    first: first_at,
    last: last_at,
  }));
}
