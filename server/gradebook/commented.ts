import type { ScoresView } from '../../contract/scores';
import { createdAt } from '../../core/course/post';
import type { InCourse } from '../course/setup/inCourse';
import type { Db } from '../db/open';
import { openForumQuietly } from '../course/access/openForum';
import { htmlForReader, struckIn } from '../discuss/quotes';
import type { ShownScore } from '../course/scores/loadScores';

/** A student's own posts of a forum with the comments that came with a released score, in the order they were written. */
export async function commentedPosts(
  db: Db,
  course: InCourse,
  forumId: string,
  { passages }: Pick<ShownScore, 'passages'>,
  now: number,
): Promise<ScoresView['items'][number]['posts']> {
  if (passages.length === 0 || !course.setup.forums.has(forumId)) return [];
  const opened = await openForumQuietly(db, course, forumId, now);
  const ids = [...new Set(passages.map(({ postId }) => postId))].filter(
    (id) => opened.posts.get(id)?.authorId === course.person.id,
  );
  if (ids.length === 0) return [];
  const rows = await db
    .selectFrom('revision')
    .select(['post_id', 'html', 'at'])
    .where('post_id', 'in', ids)
    .where('at', '<=', now)
    .orderBy('number')
    .execute();
  const html = new Map(rows.map((row) => [row.post_id, row.html]));
  const isStruck = await struckIn(db, ids);
  return ids
    .map((id) => ({
      id,
      at: createdAt(opened.posts.get(id)!),
      html: htmlForReader(html.get(id) ?? '', id, course, opened, isStruck, now),
      passages: passages.filter(({ postId }) => postId === id),
    }))
    .sort((a, b) => a.at - b.at);
}
