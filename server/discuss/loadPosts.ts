import { courseDataOf, type CourseData } from '../../core/course/courseData';
import type { Post, Rating, Revision } from '../../core/course/post';
import type { CourseSetup } from '../course/courseCache';
import { loadScores } from '../evaluate/loadScores';
import { sql, type Kysely } from 'kysely';
import type { Database } from '../db/schema';

/** Which posts: of a forum or of the whole course, of everyone or of one author, or those named. */
export interface PostScope {
  readonly courseId: string;
  readonly forumId?: string;
  readonly authorId?: string;
  readonly ids?: readonly string[];
}

/** Posts as the rules read them: with times and words of every revision, without any text. */
export async function loadPosts(db: Kysely<Database>, scope: PostScope): Promise<Post[]> {
  const narrow = <T>(query: T): T => {
    let q = query as unknown as { where(a: string, b: string, c: string | readonly string[]): typeof q };
    q = scope.forumId
      ? q.where('post.forum_id', '=', scope.forumId)
      : q.where('forum.course_id', '=', scope.courseId);
    if (scope.authorId) q = q.where('post.author_id', '=', scope.authorId);
    if (scope.ids) q = q.where('post.id', 'in', scope.ids);
    return q as unknown as T;
  };
  const rows = await narrow(
    db
      .selectFrom('post')
      .innerJoin('forum', 'forum.id', 'post.forum_id')
      .selectAll('post')
      .orderBy('post.created_at')
      .orderBy('post.id'),
  ).execute();
  if (rows.length === 0) return [];
  const revisions = new Map<string, Revision[]>();
  const revisionRows = await narrow(
    db
      .selectFrom('post')
      .innerJoin('forum', 'forum.id', 'post.forum_id')
      .innerJoin('revision', 'revision.post_id', 'post.id')
      .select([
        'revision.post_id',
        'revision.at',
        'revision.words',
        'revision.by_staff',
        'revision.attachments',
      ])
      .orderBy('revision.post_id')
      .orderBy('revision.number'),
  ).execute();
  for (const row of revisionRows) {
    const revision = {
      at: row.at,
      words: row.words,
      byStaff: row.by_staff === 1,
      attachments: row.attachments,
    };
    const list = revisions.get(row.post_id);
    if (list) list.push(revision);
    else revisions.set(row.post_id, [revision]);
  }
  const removals = new Map<string, { from: number; to: number | null }[]>();
  const removalRows = await narrow(
    db
      .selectFrom('post')
      .innerJoin('forum', 'forum.id', 'post.forum_id')
      .innerJoin('removal', 'removal.post_id', 'post.id')
      .select(['removal.post_id', 'removal.from', 'removal.to'])
      .orderBy('removal.from'),
  ).execute();
  for (const { post_id, from, to } of removalRows)
    removals.set(post_id, [...(removals.get(post_id) ?? []), { from, to }]);
  const approvals = new Map<string, { at: number; state: 'held' | 'approved' | 'returned' }[]>();
  const approvalRows = await narrow(
    db
      .selectFrom('post')
      .innerJoin('forum', 'forum.id', 'post.forum_id')
      .innerJoin('approval', 'approval.post_id', 'post.id')
      .select(['approval.post_id', 'approval.at', 'approval.state'])
      .orderBy('approval.at')
      .orderBy(sql`approval.rowid`),
  ).execute();
  for (const { post_id, at, state } of approvalRows)
    approvals.set(post_id, [...(approvals.get(post_id) ?? []), { at, state }]);
  const freezes = new Map<string, { from: number; to: number | null }[]>();
  const freezeRows = await narrow(
    db
      .selectFrom('post')
      .innerJoin('forum', 'forum.id', 'post.forum_id')
      .innerJoin('freeze', 'freeze.thread_id', 'post.id')
      .select(['freeze.thread_id', 'freeze.from', 'freeze.to'])
      .orderBy('freeze.from'),
  ).execute();
  for (const { thread_id, from, to } of freezeRows)
    freezes.set(thread_id, [...(freezes.get(thread_id) ?? []), { from, to }]);
  const ratings = new Map<string, Rating[]>();
  const ratingRows = await narrow(
    db
      .selectFrom('post')
      .innerJoin('forum', 'forum.id', 'post.forum_id')
      .innerJoin('nod', 'nod.post_id', 'post.id')
      .innerJoin('member', (join) =>
        join
          .onRef('member.person_id', '=', 'nod.person_id')
          .onRef('member.course_id', '=', 'forum.course_id'),
      )
      .select(['nod.post_id', 'nod.value', 'nod.at', 'nod.ended_at'])
      .where('nod.kind', '=', 'rating')
      .where('member.role', '=', 'student')
      .orderBy('nod.at'),
  ).execute();
  for (const { post_id, value, at, ended_at } of ratingRows)
    ratings.set(post_id, [...(ratings.get(post_id) ?? []), { value, from: at, to: ended_at }]);
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

/**
 * The answers of others to one person's posts, with everything that stands above them: what is needed to decide which of
 * them that person may read.
 */
export async function loadAnswersTo(
  db: Kysely<Database>,
  courseId: string,
  personId: string,
): Promise<Post[]> {
  const rows = await db
    .withRecursive('line', (qb) =>
      qb
        .selectFrom('post')
        .innerJoin('forum', 'forum.id', 'post.forum_id')
        .select(['post.id', 'post.parent_id'])
        .where('forum.course_id', '=', courseId)
        .where('post.answers_author_id', '=', personId)
        .where('post.author_id', '!=', personId)
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
  return rows.length === 0 ? [] : loadPosts(db, { courseId, ids: rows.map(({ id }) => id) });
}

/** The course as the rules read it, with the posts of a scope and the scores that go with it. */
export async function courseData(
  db: Kysely<Database>,
  setup: CourseSetup,
  scope: Omit<PostScope, 'courseId'>,
): Promise<CourseData & { posts: readonly Post[] }> {
  const posts = await loadPosts(db, { courseId: setup.id, ...scope });
  const scores = await loadScores(db, setup, scope.authorId);
  const data = courseDataOf({ zone: setup.zone, students: [], forums: [], posts, scores });
  return { ...data, students: setup.students, groups: setup.groups, forums: setup.forums, posts };
}
