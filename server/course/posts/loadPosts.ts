import type { Post, Rating, Revision } from '../../../core/course/post';
import { sql, type Kysely } from 'kysely';
import { inOnePiece } from '../../db/inOnePiece';
import type { Database } from '../../db/schema';

/** Which posts: of a forum or of the whole course; of these everyone's, one author's, or those named. */
export interface PostScope {
  readonly courseId: string;
  readonly forumId?: string;
  readonly authorId?: string;
  readonly ids?: readonly string[];
}

/**
 * Posts as the rules read them: with times and words of every revision, without any text.
 *
 * ```sql
 * SELECT post.* FROM post JOIN forum ... WHERE <scope> ORDER BY post.created_at, post.id;
 * -- and of the same scope, each by post and in its own order
 * SELECT at, words, by_staff, attachments FROM ... JOIN revision ... ORDER BY post_id, number;
 * SELECT "from", "to" FROM ... JOIN removal ...;  SELECT at, state, standing FROM ... JOIN approval ...;
 * SELECT "from", "to" FROM ... JOIN freeze ...;   SELECT value, at, ended_at FROM ... JOIN nod ... of students
 * ```
 *
 * where the scope is `post.forum_id = ?`, `forum.course_id = ?`, either with `post.author_id = ?`, or `post.id IN (...)`.
 */
export async function loadPosts(db: Kysely<Database>, scope: PostScope): Promise<Post[]> {
  const inScope = () => {
    const posts = db.selectFrom('post').innerJoin('forum', 'forum.id', 'post.forum_id');
    const { courseId, forumId, authorId, ids } = scope;
    // The plus keeps SQLite from going through every post of the forum or the course where some are named.
    if (ids)
      return posts
        .where('post.id', 'in', ids)
        .where(forumId ? sql`+post.forum_id` : sql`+forum.course_id`, '=', forumId ?? courseId);
    const query = forumId
      ? posts.where('post.forum_id', '=', forumId)
      : posts.where('forum.course_id', '=', courseId);
    return authorId ? query.where('post.author_id', '=', authorId) : query;
  };
  const rows = await inOnePiece(
    db,
    inScope()
      .select([
        'post.id',
        'post.forum_id',
        'post.author_id',
        'post.author_kind',
        'post.parent_id',
        'post.thread_id',
        'post.thread_author_id',
        'post.answers_author_id',
        'post.answers_author_kind',
        'post.space_id',
        'post.question_id',
        'post.starter',
        'post.aside_with',
      ])
      .orderBy('post.created_at')
      .orderBy('post.id'),
  );
  if (rows.length === 0) return [];
  const revisions = byPost(
    await inOnePiece(
      db,
      inScope()
        .innerJoin('revision', 'revision.post_id', 'post.id')
        .select([
          'revision.post_id as of',
          'revision.at',
          'revision.words',
          'revision.by_staff',
          'revision.attachments',
        ])
        .orderBy('revision.post_id')
        .orderBy('revision.number'),
    ),
    ({ at, words, by_staff, attachments }): Revision => ({
      at,
      words,
      byStaff: by_staff === 1,
      attachments,
    }),
  );
  const removals = byPost(
    await inOnePiece(
      db,
      inScope()
        .innerJoin('removal', 'removal.post_id', 'post.id')
        .select(['removal.post_id as of', 'removal.from', 'removal.to'])
        .orderBy('removal.from'),
    ),
    ({ from, to }) => ({ from, to }),
  );
  const approvals = byPost(
    await inOnePiece(
      db,
      inScope()
        .innerJoin('approval', 'approval.post_id', 'post.id')
        .select(['approval.post_id as of', 'approval.at', 'approval.state', 'approval.standing'])
        .orderBy('approval.at')
        .orderBy(sql`approval.rowid`),
    ),
    ({ at, state, standing }) => (standing === null ? { at, state } : { at, state, standing }),
  );
  const freezes = byPost(
    await inOnePiece(
      db,
      inScope()
        .innerJoin('freeze', 'freeze.thread_id', 'post.id')
        .select(['freeze.thread_id as of', 'freeze.from', 'freeze.to'])
        .orderBy('freeze.from'),
    ),
    ({ from, to }) => ({ from, to }),
  );
  const ratings = byPost(
    await inOnePiece(
      db,
      inScope()
        .innerJoin('nod', 'nod.post_id', 'post.id')
        .innerJoin('member', (join) =>
          join
            .onRef('member.person_id', '=', 'nod.person_id')
            .onRef('member.course_id', '=', 'forum.course_id'),
        )
        .select(['nod.post_id as of', 'nod.value', 'nod.at', 'nod.ended_at'])
        .where('nod.kind', '=', 'rating')
        .where('member.role', '=', 'student')
        .orderBy('nod.at'),
    ),
    ({ value, at, ended_at }): Rating => ({ value, from: at, to: ended_at }),
  );
  return rows.map((row) => ({
    id: row.id,
    forumId: row.forum_id,
    authorId: row.author_id,
    authorKind: row.author_kind,
    parentId: row.parent_id,
    threadId: row.thread_id,
    threadAuthorId: row.thread_author_id,
    answers:
      row.answers_author_id === null
        ? null
        : { authorId: row.answers_author_id, authorKind: row.answers_author_kind! },
    spaceId: row.space_id,
    questionId: row.question_id,
    starter: row.starter === 1,
    asideWith: row.aside_with,
    revisions: revisions.get(row.id) ?? [],
    removals: removals.get(row.id) ?? [],
    approvals: approvals.get(row.id) ?? [],
    ...(ratings.has(row.id) && { ratings: ratings.get(row.id)! }),
    ...(freezes.has(row.id) && { freezes: freezes.get(row.id)! }),
  }));
}

/** What belongs to each post, in the order of the rows. */
function byPost<Row extends { of: string }, T>(
  rows: readonly Row[],
  read: (row: Row) => T,
): Map<string, T[]> {
  const found = new Map<string, T[]>();
  for (const row of rows) {
    const list = found.get(row.of);
    if (list) list.push(read(row));
    else found.set(row.of, [read(row)]);
  }
  return found;
}

/**
 * Some posts with everything that stands above them: what is needed to decide which of them a person may read, without reading whole
 * forums.
 *
 * ```sql
 * WITH RECURSIVE line AS (
 *   SELECT id, parent_id FROM post WHERE id IN (:ids)
 *   UNION SELECT post.id, post.parent_id FROM post JOIN line ON line.parent_id = post.id
 * ) SELECT id FROM line
 * ```
 */
export async function loadWithAbove(
  db: Kysely<Database>,
  courseId: string,
  ids: readonly string[],
): Promise<Post[]> {
  const line = new Set<string>();
  // SQLite takes a limited number of values in one statement.
  for (let at = 0; at < ids.length; at += 5000) {
    const some = ids.slice(at, at + 5000);
    const rows = await db
      .withRecursive('line', (qb) =>
        qb
          .selectFrom('post')
          .select(['post.id', 'post.parent_id'])
          .where('post.id', 'in', some)
          .union(
            qb
              .selectFrom('post')
              .innerJoin('line', 'line.parent_id', 'post.id')
              .select(['post.id', 'post.parent_id']),
          ),
      )
      .selectFrom('line')
      .select('line.id')
      .execute();
    for (const { id } of rows) line.add(id);
  }
  return line.size === 0 ? [] : loadPosts(db, { courseId, ids: [...line] });
}

/**
 * The answers of others to one person's posts, with everything that stands above them.
 *
 * ```sql
 * SELECT post.id FROM post JOIN forum ... WHERE forum.course_id = :course
 *   AND post.answers_author_id = :person AND post.author_id <> :person
 * ```
 */
export async function loadAnswersTo(
  db: Kysely<Database>,
  courseId: string,
  personId: string,
): Promise<Post[]> {
  const rows = await db
    .selectFrom('post')
    .innerJoin('forum', 'forum.id', 'post.forum_id')
    .select('post.id')
    .where('forum.course_id', '=', courseId)
    .where('post.answers_author_id', '=', personId)
    .where('post.author_id', '!=', personId)
    .execute();
  return loadWithAbove(
    db,
    courseId,
    rows.map(({ id }) => id),
  );
}
