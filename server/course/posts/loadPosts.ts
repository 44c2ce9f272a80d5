import type { Post, Rating, Revision } from '../../../core/course/post';
import { sql, type Kysely } from 'kysely';
import { inOnePiece, type AnyQuery } from '../../db/inOnePiece';
import type { Database } from '../../db/schema';
import { listed } from '../../db/statement';

/** Which posts: of a forum or of the whole course; of these everyone's, one author's, or those named. */
export interface PostScope {
  readonly courseId: string;
  readonly forumId?: string;
  readonly authorId?: string;
  readonly ids?: readonly string[];
}

/** The values of a scope; null: left out. */
type Values = {
  readonly courseId: string;
  readonly forumId: string | null;
  readonly authorId: string | null;
  /** As JSON. */
  readonly ids: string | null;
};

/** Which of its parts a scope names: by this its SQL is one or another. */
interface Shape {
  readonly forum: boolean;
  readonly author: boolean;
  readonly ids: boolean;
}

function scoped(db: Kysely<Database>, at: Values, shape: Shape) {
  const posts = db.selectFrom('post').innerJoin('forum', 'forum.id', 'post.forum_id');
  // The plus keeps SQLite from going through every post of the forum or the course where some are named.
  if (shape.ids)
    return posts
      .where('post.id', 'in', listed(at.ids!))
      .where(
        shape.forum ? sql`+post.forum_id` : sql`+forum.course_id`,
        '=',
        shape.forum ? at.forumId : at.courseId,
      );
  const query = shape.forum
    ? posts.where('post.forum_id', '=', at.forumId!)
    : posts.where('forum.course_id', '=', at.courseId);
  return shape.author ? query.where('post.author_id', '=', at.authorId!) : query;
}

/** What is read of the posts of a scope, each asked for in one piece. */
function writeReads(shape: Shape) {
  const read = <Row>(choose: (posts: ReturnType<typeof scoped>) => AnyQuery<Row>) =>
    inOnePiece((db, at: Values) => choose(scoped(db, at, shape)));
  return {
    posts: read((posts) =>
      posts
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
    ),
    revisions: read((posts) =>
      posts
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
    removals: read((posts) =>
      posts
        .innerJoin('removal', 'removal.post_id', 'post.id')
        .select(['removal.post_id as of', 'removal.from', 'removal.to'])
        .orderBy('removal.from'),
    ),
    approvals: read((posts) =>
      posts
        .innerJoin('approval', 'approval.post_id', 'post.id')
        .select(['approval.post_id as of', 'approval.at', 'approval.state', 'approval.standing'])
        .orderBy('approval.at')
        .orderBy(sql`approval.rowid`),
    ),
    freezes: read((posts) =>
      posts
        .innerJoin('freeze', 'freeze.thread_id', 'post.id')
        .select(['freeze.thread_id as of', 'freeze.from', 'freeze.to'])
        .orderBy('freeze.from'),
    ),
    highlights: read((posts) =>
      posts
        .innerJoin('highlight', 'highlight.post_id', 'post.id')
        .select(['highlight.post_id as of', 'highlight.kind', 'highlight.from', 'highlight.to'])
        .orderBy('highlight.from'),
    ),
    ratings: read((posts) =>
      posts
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
  };
}

const written = new Map<string, ReturnType<typeof writeReads>>();

/** The reads of a scope, written once for all scopes that name the same. */
function readsOf(scope: PostScope): ReturnType<typeof writeReads> {
  const shape: Shape = {
    forum: scope.forumId !== undefined,
    author: scope.authorId !== undefined,
    ids: scope.ids !== undefined,
  };
  const name = JSON.stringify(shape);
  const reads = written.get(name) ?? writeReads(shape);
  written.set(name, reads);
  return reads;
}

/**
 * Posts as the rules read them: with times and words of every revision, without any text.
 *
 * ```sql
 * SELECT post.* FROM post JOIN forum ... WHERE <scope> ORDER BY post.created_at, post.id;
 * -- and of the same scope, each by post and in its own order
 * SELECT at, words, by_staff, attachments FROM ... JOIN revision ... ORDER BY post_id, number;
 * SELECT "from", "to" FROM ... JOIN removal ...;  SELECT at, state, standing FROM ... JOIN approval ...;
 * SELECT kind, "from", "to" FROM ... JOIN highlight ...;
 * SELECT "from", "to" FROM ... JOIN freeze ...;   SELECT value, at, ended_at FROM ... JOIN nod ... of students
 * ```
 *
 * where the scope is `post.forum_id = ?`, `forum.course_id = ?`, either with `post.author_id = ?`, or `post.id IN (...)`.
 */
export async function loadPosts(db: Kysely<Database>, scope: PostScope): Promise<Post[]> {
  const { posts, revisions, removals, approvals, freezes, highlights, ratings } = readsOf(scope);
  const values: Values = {
    courseId: scope.courseId,
    forumId: scope.forumId ?? null,
    authorId: scope.authorId ?? null,
    ids: scope.ids ? JSON.stringify(scope.ids) : null,
  };
  const rows = await posts(db, values);
  if (rows.length === 0) return [];
  const revisionsOf = byPost(
    await revisions(db, values),
    ({ at, words, by_staff, attachments }): Revision => ({
      at,
      words,
      byStaff: by_staff === 1,
      attachments,
    }),
  );
  const removalsOf = byPost(await removals(db, values), ({ from, to }) => ({ from, to }));
  const approvalsOf = byPost(await approvals(db, values), ({ at, state, standing }) =>
    standing === null ? { at, state } : { at, state, standing },
  );
  const freezesOf = byPost(await freezes(db, values), ({ from, to }) => ({ from, to }));
  const highlightsOf = byPost(await highlights(db, values), ({ kind, from, to }) => ({ kind, from, to }));
  const ratingsOf = byPost(await ratings(db, values), ({ value, at, ended_at }): Rating => ({
    value,
    from: at,
    to: ended_at,
  }));
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
    revisions: revisionsOf.get(row.id) ?? [],
    removals: removalsOf.get(row.id) ?? [],
    approvals: approvalsOf.get(row.id) ?? [],
    ...(ratingsOf.has(row.id) && { ratings: ratingsOf.get(row.id)! }),
    ...(freezesOf.has(row.id) && { freezes: freezesOf.get(row.id)! }),
    ...(highlightsOf.has(row.id) && { highlights: highlightsOf.get(row.id)! }),
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
