import { listRecordings } from '../../contract/recordings';
import { fromJson } from '../db/json';
import { DONE, pageOf } from '../../contract/basics';
import * as contract from '../../contract/discuss';
import { mayDo } from '../../core/access/mayDo';
import { spaceOf } from '../../core/terms/space';
import { wouldCount, type Planned } from '../../core/participation/wouldCount';
import type { Deps } from '../feature/deps';
import type { Serve } from '../feature/serve';
import { notFound } from '../refusals/problem';
import { openForum, openForumQuietly, readablePost } from '../course/access/openForum';
import { forumLines } from './forumLines';
import { loadAttachments } from './postExtras';
import { postVersions } from './postVersions';
import { versionsRead } from '../course/access/versionsRead';
import { forumView } from './forumView';
import { dropDraft, keepDraft, refuseDraft } from './drafts';
import { mentionable } from './mentions';
import { postBodies } from './postBodies';
import { recordingsOf } from './recordings';
import { docForReader, strikeQuote } from './quotes';
import { setNod } from './nods';
import { removePost, restorePost } from './removePost';
import { editPost, writePost } from './writePost';

/** Reading and writing in forums. */
export function discussRoutes(serve: Serve, deps: Deps): void {
  const { db } = deps;

  serve(contract.listForums, async ({ course, now }) => ({
    forums: await forumLines(db, course, now),
  }));

  serve(contract.getForum, ({ course, params, now }) => forumView(db, course, params.forum, now));

  serve(contract.getChanged, ({ course, params, query, now }) =>
    forumView(db, course, params.forum, now, query.posts),
  );

  serve(contract.getBodies, async ({ course, params, query, now }) => ({
    bodies: await postBodies(db, course, await openForum(db, course, params.forum, now), query.posts, now),
  }));

  serve(listRecordings, ({ course, params, now }) => recordingsOf(db, course, params.forum, now));

  serve(contract.getMentionable, async ({ course, params, query, now }) => {
    const opened = await openForum(db, course, params.forum, now);
    const above = query.answers === undefined ? null : readablePost(opened, query.answers).post;
    const own =
      course.person.kind === 'student'
        ? spaceOf(opened.forum, course.person, course.setup.groups)
        : (query.space ?? null);
    return { people: mentionable(course, opened, above?.spaceId ?? own, now) };
  });

  serve(contract.getWouldCount, async ({ course, params, query, now }) => {
    const { person } = course;
    const opened = await openForum(db, course, params.forum, now);
    const student = person.kind === 'student' ? course.setup.students.get(person.id) : undefined;
    if (!student) return { steps: [] };
    const named = query.answers ?? query.edits;
    const post = named === undefined ? null : readablePost(opened, named).post;
    if (query.edits !== undefined && post?.authorId !== person.id) throw notFound();
    const plan: Planned =
      post === null
        ? { kind: 'open', questionId: query.question ?? null }
        : query.answers === undefined
          ? { kind: 'edit', post }
          : { kind: 'answer', to: post };
    return { steps: wouldCount(opened.data, opened.forum, student, plan, now) };
  });

  serve(contract.strikeQuote, async ({ course, params, body, now }) => {
    const at = { forumId: params.forum, postId: params.post, sourceId: params.source };
    await strikeQuote(deps, course, at, body.struck, now);
    return DONE;
  });

  serve(contract.writePost, ({ course, params, body, now }) =>
    writePost(deps, course, params.forum, body, now),
  );

  serve(contract.editPost, ({ course, params, body, now }) =>
    editPost(deps, course, params.forum, params.post, body, now),
  );

  serve(contract.removePost, async ({ course, params, now }) => {
    await removePost(deps, course, params.forum, params.post, now);
    return DONE;
  });

  serve(contract.restorePost, async ({ course, params, now }) => {
    await restorePost(deps, course, params.forum, params.post, now);
    return DONE;
  });

  serve(contract.setNod, async ({ course, params, body, now }) => {
    await setNod(deps, course, params.forum, params.post, body.value, now);
    return DONE;
  });

  serve(contract.getRevisions, async ({ course, params, query, now }) => {
    const opened = await openForumQuietly(db, course, params.forum, now);
    const { post } = readablePost(opened, params.post);
    if (course.person.kind === 'student' && post.authorId !== course.person.id) throw notFound();
    const { rows, paging } = pageOf(await postVersions(db, course, opened, post.id, now), query);
    return { paging, revisions: rows };
  });

  serve(contract.getPostDoc, async ({ course, params, now }) => {
    const opened = await openForum(db, course, params.forum, now);
    const { post } = readablePost(opened, params.post);
    const place = opened.placed.get(post.id)!;
    const answered = opened.answered.has(post.id);
    // What a student may not change at the moment, its author may still open; staff see what they may change.
    if (
      post.authorId !== course.person.id &&
      !mayDo(opened.forum, opened.access, { do: 'edit', place, post, answered }, now).yes
    )
      throw notFound();
    const row = await db
      .selectFrom('revision')
      .innerJoin('post', 'post.id', 'revision.post_id')
      .select(['revision.doc', 'revision.number', 'post.version'])
      .where('post_id', '=', post.id)
      .orderBy('number', 'desc')
      .executeTakeFirstOrThrow();
    const attached = await loadAttachments(db, versionsRead(opened, [post.id], now));
    return {
      version: row.version,
      doc: docForReader(fromJson(row.doc), opened, now),
      attachments: attached.get(post.id) ?? [],
    };
  });

  serve(contract.keepDraft, async ({ course, params, body, now }) => {
    const opened = await openForum(db, course, params.forum, now);
    await refuseDraft(db, course, opened, params.key);
    const place = { personId: course.person.id, forumId: params.forum, key: params.key };
    return { savedAt: now, sent: await keepDraft(db, place, body, now) };
  });

  serve(contract.dropDraft, async ({ course, params }) => {
    await dropDraft(db, course.person.id, params.forum, params.key);
    return DONE;
  });
}
