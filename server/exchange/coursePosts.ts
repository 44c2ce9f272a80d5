import type { Db } from '../db/open';
import { byKey, json, type RowOf } from './courseParts';

/** The posts of one forum, with everything that happened to them. */
async function postsIn(db: Db, forumId: string): Promise<RowOf<'posts'>[]> {
  const posts = await db
    .selectFrom('post')
    .selectAll()
    .where('forum_id', '=', forumId)
    .orderBy('created_at')
    .orderBy('id')
    .execute();
  const revisions = byKey(
    await db
      .selectFrom('revision')
      .innerJoin('post', 'post.id', 'revision.post_id')
      .select(['post_id', 'number', 'at', 'revision.author_id', 'by_staff', 'words', 'doc'])
      .where('forum_id', '=', forumId)
      .orderBy('number')
      .execute(),
    ({ post_id }) => post_id,
  );
  const removals = byKey(
    await db
      .selectFrom('removal')
      .innerJoin('post', 'post.id', 'removal.post_id')
      .selectAll('removal')
      .where('forum_id', '=', forumId)
      .orderBy('from')
      .execute(),
    ({ post_id }) => post_id,
  );
  const approvals = byKey(
    await db
      .selectFrom('approval')
      .innerJoin('post', 'post.id', 'approval.post_id')
      .selectAll('approval')
      .where('forum_id', '=', forumId)
      .orderBy('at')
      .execute(),
    ({ post_id }) => post_id,
  );
  const highlights = byKey(
    await db
      .selectFrom('highlight')
      .innerJoin('post', 'post.id', 'highlight.post_id')
      .selectAll('highlight')
      .where('forum_id', '=', forumId)
      .orderBy('from')
      .execute(),
    ({ post_id }) => post_id,
  );
  const freezes = byKey(
    await db
      .selectFrom('freeze')
      .innerJoin('post', 'post.id', 'freeze.thread_id')
      .selectAll('freeze')
      .where('forum_id', '=', forumId)
      .orderBy('from')
      .execute(),
    ({ thread_id }) => thread_id,
  );
  const attachments = byKey(
    await db
      .selectFrom('attachment')
      .innerJoin('post', 'post.id', 'attachment.post_id')
      .selectAll('attachment')
      .where('forum_id', '=', forumId)
      .orderBy('number')
      .orderBy('position')
      .execute(),
    ({ post_id }) => post_id,
  );
  const nods = byKey(
    await db
      .selectFrom('nod')
      .innerJoin('post', 'post.id', 'nod.post_id')
      .selectAll('nod')
      .where('forum_id', '=', forumId)
      .orderBy('at')
      .orderBy('person_id')
      .execute(),
    ({ post_id }) => post_id,
  );
  const of = <T>(rows: ReadonlyMap<string, readonly T[]>, id: string) => rows.get(id) ?? [];
  return posts.map((row) => ({
    id: row.id,
    forumId: row.forum_id,
    authorId: row.author_id,
    authorKind: row.author_kind,
    parentId: row.parent_id,
    threadId: row.thread_id,
    spaceId: row.space_id,
    questionId: row.question_id,
    starter: row.starter === 1,
    asideWith: row.aside_with,
    createdAt: row.created_at,
    revisions: of(revisions, row.id).map(({ at, author_id, by_staff, words, doc }) => ({
      at,
      authorId: author_id,
      byStaff: by_staff === 1,
      words,
      doc: json(doc),
    })),
    removals: of(removals, row.id).map(({ from, to, by, why }) => ({ from, to, by, why })),
    approvals: of(approvals, row.id).map(({ at, state, by, reason, standing }) => ({
      at,
      state,
      by,
      reason,
      standing,
    })),
    freezes: of(freezes, row.id).map(({ from, to, by }) => ({ from, to, by })),
    highlights: of(highlights, row.id).map(({ kind, from, to, by }) => ({ kind, from, to, by })),
    attachments: of(attachments, row.id).map(({ number, file_id, alt }) => ({
      revision: number,
      fileId: file_id,
      alt,
    })),
    nods: of(nods, row.id).map(({ person_id, kind, value, at, ended_at }) => ({
      personId: person_id,
      kind,
      value,
      at,
      endedAt: ended_at,
    })),
  }));
}

/** All posts of a course, forum by forum. */
export async function* posts(db: Db, courseId: string): AsyncGenerator<RowOf<'posts'>> {
  const ids = await db
    .selectFrom('forum')
    .select('id')
    .where('course_id', '=', courseId)
    .orderBy('position')
    .orderBy('id')
    .execute();
  for (const { id } of ids) yield* await postsIn(db, id);
}
