import type { Db } from '../../db/open';

/** How many posts there are in some courses together, removed and held ones too. */
export async function countPosts(db: Db, courseIds: readonly string[]): Promise<number> {
  const { posts } = await db
    .selectFrom('post')
    .innerJoin('forum', 'forum.id', 'post.forum_id')
    .select((eb) => eb.fn.countAll<number>().as('posts'))
    .where('forum.course_id', 'in', courseIds)
    .executeTakeFirstOrThrow();
  return posts;
}
