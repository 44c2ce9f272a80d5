import type { InCourse } from '../course/setup/inCourse';
import { listed, statement } from '../db/statement';
import type { Db } from '../db/open';
import { isThere, openForum, readablePost } from '../course/access/openForum';

/** Those of some posts that someone has marked as read. */
const markedOf = statement((db, at: { me: string; ids: string }) =>
  db
    .selectFrom('read_mark')
    .select('post_id')
    .where('person_id', '=', at.me)
    .where('post_id', 'in', listed(at.ids)),
);

const mark = statement((db, at: { me: string; ids: string; now: number }) =>
  db
    .insertInto('read_mark')
    .columns(['person_id', 'post_id', 'at'])
    .expression((eb) =>
      eb
        .selectFrom('post')
        .select((post) => [post.val(at.me).as('person_id'), 'post.id', post.val(at.now).as('at')])
        .where('post.id', 'in', listed(at.ids)),
    )
    .onConflict((conflict) => conflict.doNothing()),
);

const unmark = statement((db, at: { me: string; ids: string }) =>
  db.deleteFrom('read_mark').where('person_id', '=', at.me).where('post_id', 'in', listed(at.ids)),
);

/**
 * Marks posts as read, or as unread again. Those the person may not read are passed over, as if they were not there. What stands as it is
 * asked for is not written again.
 *
 * ```sql
 * INSERT INTO read_mark (person_id, post_id, at) SELECT :me, post.id, :now FROM post WHERE post.id IN (:ids) ON CONFLICT DO NOTHING
 * ```
 */
export async function markPosts(
  db: Db,
  course: InCourse,
  forumId: string,
  { posts, read }: { posts: readonly string[]; read: boolean },
  now: number,
): Promise<void> {
  const opened = await openForum(db, course, forumId, now);
  const me = course.person.id;
  const known = [...new Set(posts)].filter((id) => isThere(opened, id));
  const marked = new Set(
    (await markedOf(db, { me, ids: JSON.stringify(known) })).map(({ post_id }) => post_id),
  );
  const ids = JSON.stringify(known.filter((id) => marked.has(id) !== read));
  if (ids === '[]') return;
  if (read) await mark(db, { me, ids, now });
  else await unmark(db, { me, ids });
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
