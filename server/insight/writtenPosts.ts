import { sql } from 'kysely';
import type { Forum } from '../../core/course/forum';
import type { Student } from '../../core/course/roster';
import type { Written } from '../../core/insight/written';
import { asked } from '../../core/terms/asked';
import { resolveTerms } from '../../core/terms/resolveTerms';
import type { CourseSetup } from '../course/setup/courseCache';
import { inOnePiece } from '../db/inOnePiece';
import type { Db } from '../db/open';

/** The version of a post that everyone reads: the one before a change that is not approved, else the newest. (rules §4) */
const readVersion = sql<number>`coalesce(
  (SELECT CASE WHEN state <> 'approved' THEN standing END FROM approval WHERE approval.post_id = post.id ORDER BY at DESC, rowid DESC LIMIT 1),
  (SELECT max(number) FROM revision AS newest WHERE newest.post_id = post.id))`;

/** Whether a post stands: not removed, and not held or returned as a whole. */
const stands = sql<number>`(
  NOT EXISTS (SELECT 1 FROM removal WHERE removal.post_id = post.id AND removal."to" IS NULL)
  AND coalesce((SELECT state FROM approval WHERE approval.post_id = post.id AND standing IS NULL ORDER BY at DESC, rowid DESC LIMIT 1), 'approved') = 'approved')`;

/**
 * The posts of a forum without asides, the oldest first: the facts of the version that is read, and no text.
 *
 * ```sql
 * SELECT post.…, revision.words, asks, brings, <whether it stands> FROM post
 *   JOIN revision ON post_id = post.id AND number = <the version that is read> WHERE forum_id = ? AND aside_with IS NULL
 * ```
 */
const postsOfForum = inOnePiece((db, { forumId }: { forumId: string }) =>
  db
    .selectFrom('post')
    .innerJoin('revision', (join) =>
      join.onRef('revision.post_id', '=', 'post.id').on('revision.number', '=', readVersion),
    )
    .select([
      'post.id',
      'post.author_id',
      'post.author_kind',
      'post.parent_id',
      'post.thread_id',
      'post.answers_author_id',
      'post.answers_author_kind',
      'post.created_at',
      'revision.words',
      'revision.asks',
      'revision.brings',
      stands.as('stands'),
    ])
    .where('post.forum_id', '=', forumId)
    .where('post.aside_with', 'is', null)
    .orderBy('post.created_at')
    .orderBy('post.id'),
);

/** What was written in a forum, and who has written anything there at all, removed and held posts too. */
export interface ForumWritten {
  readonly posts: readonly Written[];
  readonly authors: ReadonlySet<string>;
}

/** What Insight reads of a forum. */
export async function writtenIn(db: Db, setup: CourseSetup, forum: Forum): Promise<ForumWritten> {
  const readers = forum.readers === 'class' || forum.readers === 'staff' ? forum.readers : 'some';
  const dues = new Map<string, { initial: number | null; replies: number | null }>();
  const dueOf = (student: Student) => {
    let due = dues.get(student.id);
    if (!due) {
      const { initialDue, repliesDue } = asked(forum, student, resolveTerms(forum, student), setup.groups);
      due = { initial: initialDue, replies: repliesDue };
      dues.set(student.id, due);
    }
    return due;
  };
  const rows = await postsOfForum(db, { forumId: forum.id });
  const posts = rows.flatMap((row): Written[] => {
    if (row.stands !== 1) return [];
    const byStaff = row.author_kind === 'staff';
    const student = byStaff ? undefined : setup.students.get(row.author_id);
    const isReply = row.answers_author_id !== null && row.answers_author_id !== row.author_id;
    return [
      {
        id: row.id,
        forumId: forum.id,
        authorId: row.author_id,
        byStaff,
        parentId: row.parent_id,
        threadId: row.thread_id,
        answers:
          row.answers_author_id === null
            ? null
            : { authorId: row.answers_author_id, byStaff: row.answers_author_kind === 'staff' },
        at: row.created_at,
        words: row.words,
        due: student ? dueOf(student)[isReply ? 'replies' : 'initial'] : null,
        asks: row.asks === 1,
        brings: row.brings === 1,
        readers,
      },
    ];
  });
  return { posts, authors: new Set(rows.map(({ author_id }) => author_id)) };
}
