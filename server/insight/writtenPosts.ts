import { sql } from 'kysely';
import type { Forum } from '../../core/course/forum';
import type { Student } from '../../core/course/roster';
import type { Written } from '../../core/insight/written';
import { asked, type Asked } from '../../core/terms/asked';
import { resolveTerms } from '../../core/terms/resolveTerms';
import type { CourseSetup } from '../course/setup/courseCache';
import type { Db } from '../db/open';

/** A post as it is read: a list, because a list of lists is read in half the time of a list of objects. */
type Row = readonly [
  id: string,
  authorId: string,
  isStaff: 0 | 1,
  parentId: string | null,
  threadId: string,
  answersId: string | null,
  answersStaff: 0 | 1,
  at: number,
  words: number,
  asks: 0 | 1,
  brings: 0 | 1,
  number: number,
];

/**
 * The versions of the posts of a forum without asides, the facts of each and no text; those of one post stand together, the newest last.
 *
 * ```sql
 * SELECT post.…, revision.words, asks, brings, number FROM post JOIN revision ON post_id = post.id WHERE forum_id = ? AND aside_with IS NULL
 * ```
 */
async function versionsIn(db: Db, forumId: string): Promise<Row[]> {
  const { rows } = await sql<{ list: string }>`
    SELECT json_group_array(json_array(post.id, post.author_id, post.author_kind = 'staff', post.parent_id, post.thread_id,
      post.answers_author_id, post.answers_author_kind IS 'staff', post.created_at, revision.words, revision.asks, revision.brings,
      revision.number)) AS list
    FROM post JOIN revision ON revision.post_id = post.id WHERE post.forum_id = ${forumId} AND post.aside_with IS NULL`.execute(
    db,
  );
  return JSON.parse(rows[0]!.list) as Row[];
}

/** What has become of the few posts that were ever removed, held or changed with approval: nothing stands, or one version is read. (rules §4) */
async function decidedIn(db: Db, forumId: string): Promise<ReadonlyMap<string, number | null>> {
  const decided = new Map<string, number | null>();
  const approvals = await db
    .selectFrom('approval')
    .innerJoin('post', 'post.id', 'approval.post_id')
    .select(['post_id', 'state', 'standing'])
    .where('forum_id', '=', forumId)
    .orderBy('approval.at')
    .orderBy(sql`approval.rowid`)
    .execute();
  const whole = new Map(
    approvals.filter(({ standing }) => standing === null).map((each) => [each.post_id, each]),
  );
  const last = new Map(approvals.map((each) => [each.post_id, each]));
  for (const [id, { state, standing }] of last)
    if (standing !== null && state !== 'approved') decided.set(id, standing);
  for (const [id, { state }] of whole) if (state !== 'approved') decided.set(id, null);
  const removed = await db
    .selectFrom('removal')
    .innerJoin('post', 'post.id', 'removal.post_id')
    .select('post_id')
    .where('forum_id', '=', forumId)
    .where('removal.to', 'is', null)
    .execute();
  for (const { post_id } of removed) decided.set(post_id, null);
  return decided;
}

/** What was written in a forum. */
export interface ForumWritten {
  /** Posts that stand, the oldest first. */
  readonly posts: readonly Written[];
  /** Who has written anything at all, removed and held posts too. */
  readonly authors: ReadonlySet<string>;
  /** Whether it asks anything of a student, and by when; each is worked out once. */
  readonly askOf: (student: Student) => Asked;
}

/** What Insight reads of a forum. */
export async function writtenIn(db: Db, setup: CourseSetup, forum: Forum): Promise<ForumWritten> {
  const readers = forum.readers === 'class' || forum.readers === 'staff' ? forum.readers : 'some';
  const asks = new Map<string, Asked>();
  const askOf = (student: Student): Asked => {
    let ask = asks.get(student.id);
    if (!ask) asks.set(student.id, (ask = asked(forum, student, resolveTerms(forum, student), setup.groups)));
    return ask;
  };
  const decided = await decidedIn(db, forum.id);
  const authors = new Set<string>();
  const posts: Written[] = [];
  const rows = await versionsIn(db, forum.id);
  for (const [index, row] of rows.entries()) {
    const [
      id,
      authorId,
      isStaff,
      parentId,
      threadId,
      answersId,
      answersStaff,
      at,
      words,
      asksThat,
      brings,
      number,
    ] = row;
    authors.add(authorId);
    const read = decided.get(id);
    const isRead = read === undefined ? rows[index + 1]?.[0] !== id : number === read;
    if (!isRead) continue;
    const student = isStaff === 1 ? undefined : setup.students.get(authorId);
    const isReply = answersId !== null && answersId !== authorId;
    posts.push({
      id,
      forumId: forum.id,
      authorId,
      byStaff: isStaff === 1,
      parentId,
      threadId,
      answers: answersId === null ? null : { authorId: answersId, byStaff: answersStaff === 1 },
      at,
      words,
      due: student ? askOf(student)[isReply ? 'repliesDue' : 'initialDue'] : null,
      asks: asksThat === 1,
      brings: brings === 1,
      readers,
    });
  }
  posts.sort((a, b) => a.at - b.at || (a.id < b.id ? -1 : 1));
  return { posts, authors, askOf };
}
