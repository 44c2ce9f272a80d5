import type { Db } from '../db/open';
import { byKey, json, jsonOrNull, type RowOf } from './courseParts';

/** Who was given whose post to review in a course, and what came of it. Drafts are nobody's but their writer's, and are left out. */
export async function assignments(db: Db, courseId: string): Promise<RowOf<'assignments'>[]> {
  const ofCourse = db
    .selectFrom('assignment')
    .innerJoin('forum', 'forum.id', 'assignment.forum_id')
    .where('forum.course_id', '=', courseId);
  const rows = await ofCourse.selectAll('assignment').orderBy('made_at').orderBy('assignment.id').execute();
  const reviews = byKey(
    await ofCourse
      .innerJoin('review', 'review.assignment_id', 'assignment.id')
      .selectAll('review')
      .orderBy('number')
      .execute(),
    (row) => row.assignment_id,
  );
  const files = byKey(
    await ofCourse
      .innerJoin('review_file', 'review_file.assignment_id', 'assignment.id')
      .selectAll('review_file')
      .orderBy('review_file.position')
      .execute(),
    (row) => `${row.assignment_id} ${row.number}`,
  );
  const answers = byKey(
    await ofCourse
      .innerJoin('review_response', 'review_response.assignment_id', 'assignment.id')
      .selectAll('review_response')
      .execute(),
    (row) => row.assignment_id,
  );
  const withheld = byKey(
    await ofCourse
      .innerJoin('withholding', 'withholding.assignment_id', 'assignment.id')
      .selectAll('withholding')
      .orderBy('from')
      .execute(),
    (row) => row.assignment_id,
  );
  return rows.map((row) => {
    const [answer] = answers.get(row.id) ?? [];
    return {
      id: row.id,
      forumId: row.forum_id,
      reviewerId: row.reviewer_id,
      authorId: row.author_id,
      postId: row.post_id,
      postNumber: row.post_number,
      madeAt: row.made_at,
      madeBy: row.made_by,
      endedAt: row.ended_at,
      ended: row.ended_how,
      endedBy: row.ended_by,
      receivedAt: row.received_at,
      versions: (reviews.get(row.id) ?? []).map((review) => ({
        at: review.at,
        postNumber: review.post_number,
        words: review.words,
        content: json(review.content),
        guide: jsonOrNull(review.guide),
        files: (files.get(`${row.id} ${review.number}`) ?? []).map(({ file_id }) => file_id),
      })),
      answer: answer ? { at: answer.at, words: answer.words, doc: json(answer.doc) } : null,
      withheld: (withheld.get(row.id) ?? []).map(({ from, to, fills, reason, by, lifted_by }) => ({
        from,
        to,
        fills: fills === 1,
        reason,
        by,
        liftedBy: lifted_by,
      })),
    };
  });
}

/** The pairs of a course who must not review one another. */
export async function mustNots(db: Db, courseId: string): Promise<RowOf<'mustNots'>[]> {
  const rows = await db
    .selectFrom('must_not')
    .selectAll()
    .where('course_id', '=', courseId)
    .orderBy('one_id')
    .orderBy('other_id')
    .execute();
  return rows.map(({ one_id, other_id, by, at }) => ({ oneId: one_id, otherId: other_id, by, at }));
}
