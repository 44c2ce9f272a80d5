import { sql } from 'kysely';
import type { Trx } from '../../db/open';
import { statement } from '../../db/statement';

/** The number of the last change of every forum of a course. */
export type LastChanges = ReadonlyMap<string, number>;

const lastOfEach = statement((db, at: { courseId: string }) =>
  db
    .selectFrom('forum')
    .select('id')
    .select(sql<number | null>`(SELECT max(n) FROM post_change WHERE forum_id = forum.id)`.as('n'))
    .where('course_id', '=', at.courseId),
);

const changesAfter = statement((db, at: { forumId: string; last: number }) =>
  db
    .selectFrom('post_change')
    .select('post_id')
    .where('forum_id', '=', at.forumId)
    .where('n', '>', at.last)
    .orderBy('n'),
);

/**
 * Asks for the number of each forum's last change: one look into an index a forum.
 *
 * ```sql
 * SELECT id, (SELECT max(n) FROM post_change WHERE forum_id = forum.id) AS n FROM forum WHERE course_id = :course
 * ```
 */
export async function lastChanges(trx: Trx, courseId: string): Promise<LastChanges> {
  const rows = await lastOfEach(trx, { courseId });
  return new Map(rows.map(({ id, n }) => [id, n ?? 0]));
}

/**
 * The posts that have changed since, by forum; a forum in which none has is left out.
 *
 * ```sql
 * SELECT post_id FROM post_change WHERE forum_id = :forum AND n > :before ORDER BY n
 * ```
 */
export async function postsSince(
  trx: Trx,
  courseId: string,
  before: LastChanges,
): Promise<ReadonlyMap<string, readonly string[]>> {
  const posts = new Map<string, string[]>();
  for (const [forumId, n] of await lastChanges(trx, courseId)) {
    const last = before.get(forumId) ?? 0;
    if (n === last) continue;
    const rows = await changesAfter(trx, { forumId, last });
    posts.set(
      forumId,
      rows.map(({ post_id }) => post_id),
    );
  }
  return posts;
}
