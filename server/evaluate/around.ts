import type { AnswerOf } from '../../contract/endpoint';
import type { getAround, PostAround } from '../../contract/evaluate';
import { createdAt, type Post } from '../../core/course/post';
import { worksWith, type InCourse } from '../course/setup/inCourse';
import type { Db } from '../db/open';
import { openForumQuietly } from '../course/access/openForum';
import { htmlForReader, struckIn } from '../discuss/quotes';
import { notFound } from '../refusals/problem';

/** The branch a student's post stands in: all it answers, from the opening post down, and the answers to it. */
export async function around(
  db: Db,
  course: InCourse,
  at: { readonly forumId: string; readonly studentId: string; readonly postId: string },
  now: number,
): Promise<AnswerOf<typeof getAround>> {
  if (!worksWith(course, at.studentId)) throw notFound();
  const opened = await openForumQuietly(db, course, at.forumId, now);
  const post = opened.posts.get(at.postId);
  if (post?.authorId !== at.studentId) throw notFound();
  const above: Post[] = [];
  let up = opened.placed.get(post.id)?.parentId ?? null;
  while (up !== null) {
    const answered = opened.posts.get(up);
    if (!answered) break;
    // What an assistant may not see at all is not told of, not even that it is there.
    if (opened.sees.has(up)) above.unshift(answered);
    up = opened.placed.get(up)?.parentId ?? null;
  }
  const below = [...opened.posts.values()]
    .filter(({ id }) => opened.placed.get(id)?.parentId === post.id && opened.sees.get(id) === 'text')
    .sort((a, b) => createdAt(a) - createdAt(b));
  const all = [...above, ...below];
  const rows =
    all.length === 0
      ? []
      : await db
          .selectFrom('revision')
          .select(['post_id', 'html'])
          .where(
            'post_id',
            'in',
            all.map(({ id }) => id),
          )
          .orderBy('number')
          .execute();
  const html = new Map(rows.map((row) => [row.post_id, row.html]));
  const isStruck = await struckIn(
    db,
    all.map(({ id }) => id),
  );
  const shown = (each: Post): PostAround => ({
    id: each.id,
    author: course.setup.names.get(each.authorId) ?? null,
    html:
      opened.sees.get(each.id) === 'text'
        ? htmlForReader(html.get(each.id) ?? '', each.id, course, opened, isStruck, now)
        : null,
    at: createdAt(each),
    own: each.authorId === at.studentId,
  });
  return { above: above.map(shown), below: below.map(shown) };
}
