import { sql, type RawBuilder } from 'kysely';
import type { Access, StudentAccess } from '../../core/access/accessTo';
import type { Instant } from '../../core/time/instant';

const or = (parts: readonly RawBuilder<unknown>[]) =>
  parts.length === 0 ? sql`0` : sql`(${sql.join(parts, sql` OR `)})`;
const and = (parts: readonly RawBuilder<unknown>[]) =>
  parts.length === 0 ? sql`1` : sql`(${sql.join(parts, sql` AND `)})`;
/** One parameter however many values: a course has thousands of students, and SQLite takes a limited number of parameters. */
const isIn = (column: RawBuilder<unknown>, values: readonly string[]) =>
  sql`${column} IN (SELECT value FROM json_each(${JSON.stringify(values)}))`;

const stands = (t: Instant) =>
  sql`NOT EXISTS (SELECT 1 FROM removal WHERE removal.post_id = post.id AND removal."from" <= ${t}
    AND (removal."to" IS NULL OR removal."to" > ${t}))`;
/** A post, or one above it, of someone else that waits for approval or was given back. */
const withheld = (me: string, t: Instant) =>
  sql`EXISTS (
    WITH RECURSIVE above (id, parent_id, author_id) AS (
      SELECT post.id, post.parent_id, post.author_id
      UNION ALL
      SELECT p.id, p.parent_id, p.author_id FROM post AS p JOIN above ON p.id = above.parent_id
    )
    SELECT 1 FROM above WHERE author_id <> ${me} AND (
      SELECT state FROM approval WHERE approval.post_id = above.id AND approval.standing IS NULL AND approval.at <= ${t}
      ORDER BY approval.at DESC, approval.rowid DESC LIMIT 1
    ) IN ('held', 'returned')
  )`;

function forStudent(access: StudentAccess, t: Instant, anyHeld: boolean): RawBuilder<unknown> {
  const me = access.personId;
  if (!access.ownPosts) return sql`0`;
  const here =
    access.spaceId === null
      ? sql`post.space_id IS NULL`
      : sql`(post.space_id IS NULL OR post.space_id = ${access.spaceId})`;
  const starter = and([here, sql`post.starter = 1`, sql`post.parent_id IS NULL`]);
  const conversation = access.otherSpaces ? sql`1` : here;
  let fromOthers: RawBuilder<unknown>;
  if (access.phase === 'absent' || access.phase === 'locked') fromOthers = sql`0`;
  else if (access.phase === 'announced' || access.sealed === 'forum') fromOthers = starter;
  else if (access.sealed === 'none') fromOthers = conversation;
  else {
    const sealed = and([sql`post.question_id IS NOT NULL`, isIn(sql`post.question_id`, access.sealed)]);
    fromOthers = or([starter, and([sql`NOT ${sealed}`, conversation])]);
  }
  return or([
    sql`post.author_id = ${me}`,
    and([
      stands(t),
      sql`CASE
        WHEN post.aside_with IS NOT NULL THEN post.aside_with = ${me}
        WHEN post.author_kind = 'staff' AND post.answers_author_id = ${me} THEN 1
        ELSE ${fromOthers} AND NOT ${anyHeld ? withheld(me, t) : sql`0`}
      END`,
    ]),
  ]);
}

/**
 * Core's {@link mayRead} as a condition on rows of `post` of one forum, for queries that have to filter by themselves: true
 * exactly for the posts whose text the person may receive at *t*. A property test holds the two equal. (rules §3, §4)
 *
 * ```sql
 * -- a student whose seal is closed, in a forum where no post ever waited
 * post.created_at <= :t AND (post.author_id = :me
 *   OR (no removal of the post holds at :t AND CASE
 *     WHEN post.aside_with IS NOT NULL THEN post.aside_with = :me
 *     WHEN post.author_kind = 'staff' AND post.answers_author_id = :me THEN 1
 *     ELSE post.space_id IS NULL AND post.starter = 1 AND post.parent_id IS NULL END))
 * ```
 *
 * @param access what `accessTo` answered for the person in this forum
 * @param anyHeld whether any post of the forum ever waited for approval; false spares looking above each post
 */
export function readableCondition(access: Access, t: Instant, anyHeld: boolean): RawBuilder<unknown> {
  const exists = sql`post.created_at <= ${t}`;
  if (access.kind === 'student') return and([exists, forStudent(access, t, anyHeld)]);
  if (access.students === 'all') return exists;
  const { students } = access;
  const theirs = [
    or([sql`post.aside_with IS NULL`, isIn(sql`post.aside_with`, students)]),
    ...(access.journal ? [or([sql`post.space_id IS NULL`, isIn(sql`post.space_id`, students)])] : []),
  ];
  return and([exists, or([sql`post.author_id = ${access.personId}`, and(theirs)])]);
}
