import type { InCourse } from '../course/setup/inCourse';
import { listed, statement } from '../db/statement';
import type { Db } from '../db/open';
import { openForum, readablePost } from '../course/access/openForum';

/** Marks posts as read, or as unread again. Those the person may not read are passed over, as if they were not there. */
export function markPosts(
  db: Db,
  course: InCourse,
  forumId: string,
  { posts, read }: { posts: readonly string[]; read: boolean },
  now: number,
): Promise<void> {
  return db.transaction().execute(async (trx) => {
    const { sees } = await openForum(trx, course, forumId, now);
    const me = course.person.id;
    const known = [...new Set(posts)].filter((id) => sees.has(id));
    // SQLite takes a limited number of values in one statement.
    for (let at = 0; at < known.length; at += 5000) {
      const some = known.slice(at, at + 5000);
      if (read)
        await trx
          .insertInto('read_mark')
          .values(some.map((post_id) => ({ person_id: me, post_id, at: now })))
          .onConflict((conflict) => conflict.doNothing())
          .execute();
      else
        await trx.deleteFrom('read_mark').where('person_id', '=', me).where('post_id', 'in', some).execute();
    }
  });
}

/** Puts a bookmark to a post, or takes it away. */
export function setBookmark(
  db: Db,
  course: InCourse,
  forumId: string,
  postId: string,
  bookmarked: boolean,
  now: number,
): Promise<void> {
  return db.transaction().execute(async (trx) => {
    readablePost(await openForum(trx, course, forumId, now), postId);
    const mark = { person_id: course.person.id, post_id: postId };
    if (bookmarked)
      await trx
        .insertInto('bookmark')
        .values({ ...mark, at: now })
        .onConflict((conflict) => conflict.doNothing())
        .execute();
    else
      await trx
        .deleteFrom('bookmark')
        .where('person_id', '=', mark.person_id)
        .where('post_id', '=', postId)
        .execute();
  });
}

const marksIn = (table: 'read_mark' | 'bookmark') => {
  const of = (db: Db, at: { me: string; forumId: string }) =>
    db
      .selectFrom(table)
      .innerJoin('post', 'post.id', `${table}.post_id`)
      .select('post.id')
      .where(`${table}.person_id`, '=', at.me)
      .where('post.forum_id', '=', at.forumId);
  return {
    all: statement(of),
    some: statement((db, at: { me: string; forumId: string; only: string }) =>
      of(db, at).where('post.id', 'in', listed(at.only)),
    ),
  };
};
const readMarks = marksIn('read_mark');
const bookmarks = marksIn('bookmark');

/** Up to so many posts are asked for by name. */
const FEW = 1000;

/**
 * What a person has read and bookmarked of a forum; nothing through someone else's eyes, for it is theirs alone.
 *
 * ```sql
 * SELECT post.id FROM read_mark JOIN post ON post.id = read_mark.post_id
 * WHERE read_mark.person_id = :me AND post.forum_id = :forum [AND post.id IN (:only)]
 * ```
 */
export async function marksOf(
  db: Db,
  course: InCourse,
  forumId: string,
  only: ReadonlySet<string> | null = null,
): Promise<{ isRead: (postId: string) => boolean; isBookmarked: (postId: string) => boolean }> {
  if (course.vantage) return { isRead: () => true, isBookmarked: () => false };
  const at = { me: course.person.id, forumId };
  const of = async ({ all, some }: typeof readMarks) => {
    const isFew = only !== null && only.size <= FEW;
    const rows = isFew ? await some(db, { ...at, only: JSON.stringify([...only]) }) : await all(db, at);
    return new Set(rows.map(({ id }) => id));
  };
  const read = await of(readMarks);
  const bookmarked = await of(bookmarks);
  return { isRead: (id) => read.has(id), isBookmarked: (id) => bookmarked.has(id) };
}

/**
 * Which posts of the whole course a person has read.
 *
 * ```sql
 * SELECT post.id FROM read_mark JOIN post ... JOIN forum ...
 * WHERE read_mark.person_id = :me AND forum.course_id = :course
 * ```
 */
export async function readBy(db: Db, course: InCourse): Promise<(postId: string) => boolean> {
  if (course.vantage) return () => true;
  const rows = await db
    .selectFrom('read_mark')
    .innerJoin('post', 'post.id', 'read_mark.post_id')
    .innerJoin('forum', 'forum.id', 'post.forum_id')
    .select('post.id')
    .where('read_mark.person_id', '=', course.person.id)
    .where('forum.course_id', '=', course.setup.id)
    .execute();
  const read = new Set(rows.map(({ id }) => id));
  return (id) => read.has(id);
}
