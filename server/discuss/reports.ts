import { changeCourse, type Keeping } from '../course/change/changeCourse';
import { randomUUID } from 'node:crypto';
import { sql } from 'kysely';
import type { PostReport } from '../../contract/moderate';
import { mayDo } from '../../core/access/mayDo';
import { createdAt } from '../../core/course/post';
import { staffOf, type InCourse } from '../course/setup/inCourse';
import type { Db } from '../db/open';
import { openForum, readablePost, type OpenForum } from '../course/access/openForum';
import { allowedOrRefuse } from '../course/access/allowedOrRefuse';
import { htmlForReader, struckIn } from './quotes';
import { versionsRead, versionTable } from '../course/access/versionsRead';
import { notFound } from '../refusals/problem';
import { refuseUnlessModerates } from '../course/access/moderates';

/**
 * Reports a post to staff. It is written into no record that others read, and tells nobody but staff; reported again before it was
 * settled, the reason is the newer one. (rules §3)
 */
export function reportPost(
  deps: Keeping,
  course: InCourse,
  at: { forumId: string; postId: string },
  reason: string,
  now: number,
): Promise<void> {
  return changeCourse(deps, course, now, async (change) => {
    const { trx } = change;
    const opened = await openForum(trx, course, at.forumId, now);
    const { place } = readablePost(opened, at.postId);
    allowedOrRefuse(mayDo(opened.forum, opened.access, { do: 'report', place }, now), opened.date);
    change.concerns(staffOf(course));
    const known = await trx
      .updateTable('report')
      .set({ reason, at: now })
      .where('post_id', '=', at.postId)
      .where('reported_by', '=', course.person.id)
      .where('settled_at', 'is', null)
      .executeTakeFirst();
    if (known.numUpdatedRows > 0) return;
    await trx
      .insertInto('report')
      .values({ id: randomUUID(), post_id: at.postId, reported_by: course.person.id, at: now, reason })
      .execute();
  });
}

/** The reports of a forum that wait and are for a member of staff: of posts they may do something about. */
export async function waitingReports(db: Db, opened: OpenForum, now: number) {
  const rows = await db
    .selectFrom('report')
    .innerJoin('post', 'post.id', 'report.post_id')
    .selectAll('report')
    .where('post.forum_id', '=', opened.forum.id)
    .where('report.settled_at', 'is', null)
    .where('report.at', '<=', now)
    .orderBy('report.at')
    .orderBy(sql`report.rowid`)
    .execute();
  return rows.filter(({ post_id }) => {
    const place = opened.placed.get(post_id);
    return place && mayDo(opened.forum, opened.access, { do: 'moderate', place }, now).yes;
  });
}

/** How many posts of a forum are reported to a member of staff and wait. */
export async function countReported(db: Db, opened: OpenForum, now: number): Promise<number> {
  return new Set((await waitingReports(db, opened, now)).map(({ post_id }) => post_id)).size;
}

/** The reported posts of a forum, whoever was reported first on top, each with who reported it and why; for staff. */
export async function reportsIn(
  db: Db,
  course: InCourse,
  opened: OpenForum,
  now: number,
): Promise<PostReport[]> {
  const rows = await waitingReports(db, opened, now);
  const ids = [...new Set(rows.map(({ post_id }) => post_id))];
  if (ids.length === 0) return [];
  const texts = await db
    .selectFrom(versionTable(JSON.stringify(versionsRead(opened, ids, now))).as('version'))
    .crossJoin('revision')
    .select(['revision.post_id', 'revision.html'])
    .whereRef('revision.post_id', '=', 'version.id')
    .whereRef('revision.number', '=', 'version.number')
    .execute();
  const html = new Map(texts.map((row) => [row.post_id, row.html]));
  const isStruck = await struckIn(db, ids);
  const { names } = course.setup;
  return ids.map((id) => {
    const post = opened.posts.get(id)!;
    return {
      id,
      author: names.get(post.authorId)!,
      at: createdAt(post),
      html: htmlForReader(html.get(id) ?? '', id, course, opened, isStruck, now),
      removed: opened.placed.get(id)!.removed,
      reports: rows
        .filter(({ post_id }) => post_id === id)
        .map((row) => ({ by: names.get(row.reported_by)!, at: row.at, reason: row.reason })),
    };
  });
}

/** Settles the open reports of a post, once staff have dealt with it. */
export function settleReports(
  deps: Keeping,
  course: InCourse,
  at: { forumId: string; postId: string },
  now: number,
): Promise<void> {
  return changeCourse(deps, course, now, async (change) => {
    const { trx } = change;
    const opened = await openForum(trx, course, at.forumId, now);
    const { place } = readablePost(opened, at.postId);
    refuseUnlessModerates(opened, place, now);
    const { numUpdatedRows } = await trx
      .updateTable('report')
      .set({ settled_at: now, settled_by: course.person.id })
      .where('post_id', '=', at.postId)
      .where('settled_at', 'is', null)
      .executeTakeFirst();
    if (numUpdatedRows === 0n) throw notFound();
    change.concerns(staffOf(course));
    await change.record('post.reportsSettled', { of: 'post', id: at.postId });
  });
}
