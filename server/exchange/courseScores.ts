import type { Db } from '../db/open';
import { json, jsonOrNull, type RowOf } from './courseParts';

/** The items of a course. */
export async function items(db: Db, courseId: string): Promise<RowOf<'items'>[]> {
  const rows = await db
    .selectFrom('item')
    .leftJoin('forum', 'forum.id', 'item.forum_id')
    .selectAll('item')
    .select('forum.category_id as forum_category')
    .where('item.course_id', '=', courseId)
    .orderBy('item.position')
    .orderBy('item.id')
    .execute();
  return rows.map((row) => ({
    id: row.id,
    forumId: row.forum_id,
    title: row.title,
    categoryId: row.forum_id === null ? row.category_id : row.forum_category,
    maximum: row.maximum,
    display: row.display,
    counts: row.counts === 1,
    extraCredit: row.extra_credit === 1,
    dueAt: row.due_at,
    removedAt: row.removed_at,
  }));
}

/** The scores of a course. */
export async function scores(db: Db, courseId: string): Promise<RowOf<'scores'>[]> {
  const rows = await db
    .selectFrom('score')
    .innerJoin('item', 'item.id', 'score.item_id')
    .selectAll('score')
    .where('item.course_id', '=', courseId)
    .orderBy('item_id')
    .orderBy('student_id')
    .execute();
  return rows.map((row) => ({
    itemId: row.item_id,
    studentId: row.student_id,
    points: row.points,
    givenAt: row.given_at,
    givenBy: row.given_by,
    releasedAt: row.released_at,
    excused: row.excused === 1,
    decisions: json(row.decisions),
    lines: json(row.lines),
    remark: jsonOrNull(row.remark),
    passages: json(row.passages_given),
    files: json(row.files_given),
  }));
}

/** The readings of a course. */
export async function readings(db: Db, courseId: string): Promise<RowOf<'readings'>[]> {
  const rows = await db
    .selectFrom('reading')
    .innerJoin('item', 'item.id', 'reading.item_id')
    .selectAll('reading')
    .where('item.course_id', '=', courseId)
    .orderBy('item_id')
    .orderBy('student_id')
    .orderBy('reader_id')
    .execute();
  return rows.map((row) => ({
    itemId: row.item_id,
    studentId: row.student_id,
    readerId: row.reader_id,
    points: row.points,
    givenAt: row.given_at,
    decisions: json(row.decisions),
  }));
}

/** The wishes for another look of a course. */
export async function looks(db: Db, courseId: string): Promise<RowOf<'looks'>[]> {
  const rows = await db
    .selectFrom('second_look')
    .innerJoin('item', 'item.id', 'second_look.item_id')
    .selectAll('second_look')
    .where('item.course_id', '=', courseId)
    .orderBy('asked_at')
    .orderBy('second_look.id')
    .execute();
  return rows.map((row) => ({
    id: row.id,
    itemId: row.item_id,
    studentId: row.student_id,
    askedAt: row.asked_at,
    reason: row.reason,
    state: row.state,
    answer: row.answer,
    answeredAt: row.answered_at,
    answeredBy: row.answered_by,
  }));
}

/** The requests for more time of a course. */
export async function moreTime(db: Db, courseId: string): Promise<RowOf<'moreTime'>[]> {
  const rows = await db
    .selectFrom('more_time')
    .innerJoin('forum', 'forum.id', 'more_time.forum_id')
    .selectAll('more_time')
    .where('forum.course_id', '=', courseId)
    .orderBy('asked_at')
    .orderBy('more_time.id')
    .execute();
  return rows.map(({ id, forum_id, student_id, asked_at, reason, until, state, ...rest }) => ({
    id,
    forumId: forum_id,
    studentId: student_id,
    askedAt: asked_at,
    reason,
    until,
    state,
    answer: rest.answer,
    answeredAt: rest.answered_at,
    answeredBy: rest.answered_by,
  }));
}
