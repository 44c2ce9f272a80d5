import type { Express } from 'express';
import { DONE, pageOf } from '../../contract/basics';
import * as contract from '../../contract/discuss';
import { mayDo } from '../../core/access/mayDo';
import { spaceOf } from '../../core/terms/space';
import { wouldCount, type Planned } from '../../core/participation/wouldCount';
import type { RichNode } from '../../core/text/richText';
import type { Deps } from '../deps';
import { notFound } from '../http/problem';
import { forMember } from '../http/register';
import { openForum, openForumQuietly, readablePost } from './access';
import { forumLines } from './forumLines';
import { loadAttachments } from './postExtras';
import { postVersions } from './postVersions';
import { versionsRead } from './versionsRead';
import { forumView } from './forumView';
import { dropDraft, keepDraft, refuseDraft } from './drafts';
import { mentionable } from './mentions';
import { postBodies } from './postBodies';
import { docForAuthor, strikeQuote } from './quotes';
import { setNod } from './nods';
import { removePost, restorePost } from './removePost';
import { editPost, writePost } from './writePost';

/** Reading and writing in forums. */
export function discussRoutes(app: Express, deps: Deps): void {
  const { db } = deps;

  forMember(app, deps, contract.listForums, 'anyone', async ({ course, now }) => ({
    forums: await forumLines(db, course, now),
  }));

  forMember(app, deps, contract.getForum, 'anyone', ({ course, params, now }) =>
    forumView(db, course, params.forum, now),
  );

  forMember(app, deps, contract.getChanged, 'anyone', ({ course, params, query, now }) =>
    forumView(db, course, params.forum, now, query.posts),
  );

  forMember(app, deps, contract.getBodies, 'anyone', async ({ course, params, query, now }) => ({
    bodies: await postBodies(db, course, await openForum(db, course, params.forum, now), query.posts, now),
  }));

  forMember(app, deps, contract.getMentionable, 'anyone', async ({ course, params, query, now }) => {
    const opened = await openForum(db, course, params.forum, now);
    const above = query.answers === undefined ? null : readablePost(opened, query.answers).post;
    const own =
      course.person.kind === 'student'
        ? spaceOf(opened.forum, course.person, course.setup.groups)
        : (query.space ?? null);
    return { people: mentionable(course, opened, above?.spaceId ?? own, now) };
  });

  forMember(app, deps, contract.getWouldCount, 'anyone', async ({ course, params, query, now }) => {
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

  forMember(app, deps, contract.strikeQuote, 'staff', async ({ course, params, body, now }) => {
    const at = { forumId: params.forum, postId: params.post, sourceId: params.source };
    await strikeQuote(db, course, at, body.struck, now);
    return DONE;
  });

  forMember(app, deps, contract.writePost, 'anyone', ({ course, params, body, now }) =>
    writePost(db, course, params.forum, body, now),
  );

  forMember(app, deps, contract.editPost, 'anyone', ({ course, params, body, now }) =>
    editPost(db, course, params.forum, params.post, body, now),
  );

  forMember(app, deps, contract.removePost, 'anyone', async ({ course, params, now }) => {
    await removePost(db, course, params.forum, params.post, now);
    return DONE;
  });

  forMember(app, deps, contract.restorePost, 'anyone', async ({ course, params, now }) => {
    await restorePost(db, course, params.forum, params.post, now);
    return DONE;
  });

  forMember(app, deps, contract.setNod, 'anyone', async ({ course, params, body, now }) => {
    await setNod(db, course, params.forum, params.post, body.value, now);
    return DONE;
  });

  forMember(app, deps, contract.getRevisions, 'anyone', async ({ course, params, query, now }) => {
    const opened = await openForumQuietly(db, course, params.forum, now);
    const { post } = readablePost(opened, params.post);
    if (course.person.kind === 'student' && post.authorId !== course.person.id) throw notFound();
    const { rows, paging } = pageOf(await postVersions(db, course, opened, post.id, now), query);
    return { paging, revisions: rows };
  });

  forMember(app, deps, contract.getPostDoc, 'anyone', async ({ course, params, now }) => {
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
      doc: docForAuthor(JSON.parse(row.doc) as RichNode, opened, now),
      attachments: attached.get(post.id) ?? [],
    };
  });

  forMember(app, deps, contract.keepDraft, 'anyone', async ({ course, params, body, now }) => {
    const opened = await openForum(db, course, params.forum, now);
    await refuseDraft(db, course, opened, params.key);
    const place = { personId: course.person.id, forumId: params.forum, key: params.key };
    return { savedAt: now, sent: await keepDraft(db, place, body, now) };
  });

  forMember(app, deps, contract.dropDraft, 'anyone', async ({ course, params }) => {
    await dropDraft(db, course.person.id, params.forum, params.key);
    return DONE;
  });
}
