import { toJson } from '../db/json';
import type { ForumRules } from '../../contract/forumSettings';
import { newForum } from '../../contract/newForum';
import { standingVersion } from '../../core/course/approval';
import type { Forum } from '../../core/course/forum';
import type { Post } from '../../core/course/post';
import type { Person } from '../../core/course/roster';
import { groups, people, T } from '../../core/testing/conversations';
import { asPerson } from '../../core/testing/fixtures';
import { quotationNode } from '../../core/text/quotation';
import { textOf } from '../../core/text/textOf';
import { showVersion } from '../discuss/approval';
import { keepQuotes } from '../discuss/quotes';
import { storedText } from '../text/toHtml';
import { insertPost } from './insertPost';
import { testServer, type Client, type TestServer } from './testServer';

/** One part, judged by everything: with it dockets and the Desk are there to be asked. */
export const EVALUATION: ForumRules['evaluation'] = {
  maximum: 1000,
  parts: [{ id: 'whole', title: 'Everything', maximum: 1000, basis: 'whole', kind: 'direct' }],
  lateness: { kind: 'none' },
  gate: 'none',
  aboveMaximum: false,
};

/** What a version of a post says, and nothing else does. */
export const secretOf = (id: string, number = 1) =>
  `secret${id.replaceAll('-', '')}x${number === 1 ? '' : `change${number}`}`;
/** The file that comes with a version of a post. */
export const fileOf = (id: string, number = 1) => `file-${id}${number === 1 ? '' : `-${number}`}`;
export const READERS: readonly Person[] = [
  ...people.map(asPerson),
  { kind: 'staff', id: 'teodora', role: 'instructor', sections: 'all' },
  { kind: 'staff', id: 'pilar', role: 'assistant', sections: ['evening'] },
];

/** A server with the people of core's conversations, all signed in, at the instant after everything has happened. */
export async function conversationServer(): Promise<{
  server: TestServer;
  clients: ReadonlyMap<string, Client>;
}> {
  const clients = new Map<string, Client>();
  const server = await testServer();
  const { db } = server;
  await db
    .insertInto('group_plan')
    .values({ id: 'streams', course_id: 'rivers', title: 'Streams' })
    .execute();
  for (const { id } of groups) {
    await db.insertInto('group').values({ id, plan_id: 'streams', title: id, position: 0 }).execute();
    for (const { id: person_id, groupIds } of people)
      if (groupIds.includes(id))
        await db.insertInto('group_member').values({ group_id: id, person_id }).execute();
  }
  for (const { id } of READERS) clients.set(id, await server.as(id));
  server.now = T;
  return { server, clients };
}

let run = 0;
/**
 * Puts a conversation into the data, each version of a post with a secret word, a file, and a passage quoted from the newest version of
 * the post before.
 */
export async function layOut(
  server: TestServer,
  f: Forum,
  sketched: readonly Post[],
  evaluation: ForumRules['evaluation'] = null,
  /** What a version of a post says, by the name the post has in the sketch. */
  says: (sketchedId: string, number: number) => string | null = () => null,
): Promise<{ forum: Forum; posts: Post[] }> {
  const { db } = server;
  const prefix = `run${run++}`;
  const name = (id: string) => `${prefix}-${id}-zz`;
  const forum = { ...f, id: `${prefix}-forum` };
  const textFor = (id: string, number: number) =>
    says(id.slice(prefix.length + 1, -3), number) ?? secretOf(id, number);
  const posts = sketched.map((post) => ({
    ...post,
    id: name(post.id),
    forumId: forum.id,
    parentId: post.parentId && name(post.parentId),
    threadId: name(post.threadId),
  }));
  await db.updateTable('forum').set({ removed_at: 1 }).execute();
  const base = newForum();
  await db
    .insertInto('forum')
    .values({
      id: forum.id,
      course_id: 'rivers',
      title: 'A forum',
      unit_id: null,
      category_id: null,
      position: 0,
      status: 'published',
      rules: toJson({
        ...base.rules,
        readers: forum.readers,
        groupPlanId: forum.groupPlanId,
        openings: forum.openings,
        questions: forum.questions.map((question) => ({ ...question, text: textOf('Why?') })),
        openSpacesAfterClose: forum.openSpacesAfterClose,
        seal: forum.seal,
        schedule: forum.schedule,
        required: { ...base.rules.required, ...forum.required },
        evaluation,
      }),
      prompt: toJson(textOf('Say why.')),
      prompt_html: '<p>Say why.</p>',
      version: 1,
      created_at: 0,
    })
    .execute();
  if (evaluation !== null)
    await db
      .insertInto('item')
      .values({
        id: forum.id,
        course_id: 'rivers',
        forum_id: forum.id,
        title: 'A forum',
        maximum: 1000,
        position: 0,
      })
      .execute();
  for (const [index, post] of posts.entries()) {
    const source = posts[index - 1];
    await insertPost(db, post);
    for (const [before, { at, words }] of post.revisions.entries()) {
      const number = before + 1;
      const own = textOf(textFor(post.id, number));
      const newest = source?.revisions.length ?? 0;
      const quoted = source && quotationNode(source.id, newest, textFor(source.id, newest));
      const doc = quoted ? { ...own, content: [quoted, ...(own.content ?? [])] } : own;
      const { html, text } = storedText(doc);
      await db
        .insertInto('revision')
        .values({
          post_id: post.id,
          number,
          at,
          author_id: post.authorId,
          doc: toJson(doc),
          html,
          text,
          words,
        })
        .execute();
      await db.transaction().execute((trx) => keepQuotes(trx, post.id, number, doc));
      const file_id = fileOf(post.id, number);
      await db
        .insertInto('file')
        .values({
          id: file_id,
          course_id: 'rivers',
          uploaded_by: 'anselm',
          sha256: 'a'.repeat(64),
          type: 'text/plain',
          size: 1,
          name: 'x',
          at,
        })
        .execute();
      await db.insertInto('file_use').values({ file_id, forum_id: forum.id, post_id: post.id }).execute();
      await db.insertInto('attachment').values({ post_id: post.id, number, position: 0, file_id }).execute();
    }
    await db
      .transaction()
      .execute((trx) => showVersion(trx, post.id, standingVersion(post, T), post.revisions.at(-1)!.at));
  }
  return { forum, posts };
}
