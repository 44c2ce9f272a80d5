import type { Post } from '../../core/course/post';
import type { Db } from '../db/open';

/** Puts a post as the rules know it into the data: without a text, with what was decided about it. */
export async function insertPost(db: Db, post: Post): Promise<void> {
  await db
    .insertInto('post')
    .values({
      id: post.id,
      forum_id: post.forumId,
      author_id: post.authorId,
      author_kind: post.authorKind,
      parent_id: post.parentId,
      thread_id: post.threadId,
      thread_author_id: post.threadAuthorId,
      answers_author_id: post.answers?.authorId ?? null,
      answers_author_kind: post.answers?.authorKind ?? null,
      space_id: post.spaceId,
      question_id: post.questionId,
      starter: post.starter ? 1 : 0,
      aside_with: post.asideWith,
      created_at: post.revisions[0]!.at,
      version: post.revisions.length,
    })
    .execute();
  for (const { from, to } of post.removals)
    await db.insertInto('removal').values({ post_id: post.id, from, to, by: 'teodora' }).execute();
  for (const { at, state, standing } of post.approvals)
    await db
      .insertInto('approval')
      .values({ post_id: post.id, at, state, by: 'teodora', standing: standing ?? null })
      .execute();
}
