import { writeFileSync } from 'node:fs';
import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Endpoint } from '../../contract/endpoint';
import { newForum } from '../../contract/newForum';
import { endpoints } from '../../contract/openapi';
import { accessTo } from '../../core/access/accessTo';
import { postsInPlace } from '../../core/access/mayRead';
import { readable, type ReadAs } from '../../core/access/readable';
import type { Forum } from '../../core/course/forum';
import type { Post } from '../../core/course/post';
import type { Person } from '../../core/course/roster';
import { conversation, groups, people, T } from '../../core/testing/conversations';
import { asPerson, course } from '../../core/testing/fixtures';
import { quotationNode } from '../../core/text/quotation';
import { textOf } from '../../core/text/textOf';
import { storedText } from '../text/toHtml';
import { insertPost } from '../testing/insertPost';
import { C, testServer, type Client, type TestServer } from '../testing/testServer';

/** What each post says, and nothing else does. */
const secretOf = (id: string) => `secret${id.replaceAll('-', '')}x`;
const READERS: readonly Person[] = [
  ...people.map(asPerson),
  { kind: 'staff', id: 'teodora', role: 'instructor', sections: 'all' },
  { kind: 'staff', id: 'pilar', role: 'assistant', sections: ['evening'] },
];

let server: TestServer;
const clients = new Map<string, Client>();
beforeAll(async () => {
  server = await testServer();
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
}, 60_000);
afterAll(() => server.close());

let run = 0;
/** Puts a conversation into the data, each post with a secret word, a file, and a passage quoted from the post before. */
async function layOut(f: Forum, sketched: readonly Post[]): Promise<{ forum: Forum; posts: Post[] }> {
  const { db } = server;
  const prefix = `run${run++}`;
  const name = (id: string) => `${prefix}-${id}-zz`;
  const forum = { ...f, id: `${prefix}-forum` };
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
      rules: JSON.stringify({
        ...base.rules,
        readers: forum.readers,
        groupPlanId: forum.groupPlanId,
        openings: forum.openings,
        questions: forum.questions.map((question) => ({ ...question, text: textOf('Why?') })),
        openSpacesAfterClose: forum.openSpacesAfterClose,
        seal: forum.seal,
        schedule: forum.schedule,
        required: { ...base.rules.required, ...forum.required },
        evaluation: null,
      }),
      prompt: JSON.stringify(textOf('Say why.')),
      prompt_html: '<p>Say why.</p>',
      version: 1,
      created_at: 0,
    })
    .execute();
  for (const [index, post] of posts.entries()) {
    const source = posts[index - 1];
    const own = textOf(secretOf(post.id));
    const doc = source
      ? { ...own, content: [quotationNode(source.id, 1, secretOf(source.id)), ...(own.content ?? [])] }
      : own;
    const { at, words } = post.revisions[0]!;
    await insertPost(db, post);
    const { html, text } = storedText(doc);
    await db
      .insertInto('revision')
      .values({
        post_id: post.id,
        number: 1,
        at,
        author_id: post.authorId,
        doc: JSON.stringify(doc),
        html,
        text,
        words,
      })
      .execute();
    const file_id = `file-${post.id}`;
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
    await db.insertInto('attachment').values({ post_id: post.id, number: 1, position: 0, file_id }).execute();
  }
  return { forum, posts };
}

/** What is asked of an endpoint besides its address. */
function queriesOf({ path }: Endpoint, posts: readonly Post[]): string[] {
  const ids = posts.map(({ id }) => id);
  if (path.endsWith('/search')) return ['?find=secret', `?find=${ids.map(secretOf)[0] ?? 'x'}`];
  if (path.endsWith('/found')) return ['?find=secret'];
  if (path.endsWith('/bodies')) return ids.length === 0 ? [] : [`?posts=${ids.join(',')}`];
  if (path.endsWith('/people') || path.endsWith('/would')) return ['', ...ids.map((id) => `?answers=${id}`)];
  return [''];
}

function addressesOf(endpoint: Endpoint, forum: string, posts: readonly Post[]): string[] {
  const filled = endpoint.path.replace(':course', 'rivers').replace(':forum', forum);
  const perPost = filled.includes(':post') ? posts.map(({ id }) => filled.replace(':post', id)) : [filled];
  const perStudent = perPost.flatMap((path) =>
    path.includes(':student') ? people.map(({ id }) => path.replace(':student', id)) : [path],
  );
  return perStudent
    .map((path) => path.replace(/:\w+/g, 'nothing-there'))
    .flatMap((path) => queriesOf(endpoint, posts).map((query) => path + query));
}

describe('every route of the API, asked by every person', () => {
  it('gives nothing of a post that the person may not have: no word, no id, no file, no quoted passage', async () => {
    const reads = endpoints.filter(({ method, path }) => method === 'get' && path.includes(':course'));
    expect(reads.length).toBeGreaterThan(15);
    writeFileSync(`${server.dataFolder}/files/${'a'.repeat(64)}`, 'x');
    let hidden = 0;
    await fc.assert(
      fc.asyncProperty(conversation, async ({ f, posts: sketched }) => {
        const { forum, posts } = await layOut(f, sketched);
        server.courses.forget('rivers');
        const data = course({ students: people, forums: [forum], posts, groups });
        const placed = postsInPlace(posts, T);
        for (const person of READERS) {
          const sees: ReadonlyMap<string, ReadAs> = readable(accessTo(data, forum, person, T), placed);
          const client = clients.get(person.id)!;
          const unread = posts.filter(({ id }) => sees.get(id) !== 'text');
          hidden += unread.length;
          const check = (what: string, text: string) => {
            for (const { id } of unread) {
              if (text.includes(secretOf(id))) throw new Error(`${what} told ${person.id} what ${id} says`);
              // One's own text for the editor names what one quoted oneself, and says nothing of it.
              const isOwn = what.endsWith('/doc');
              if (!isOwn && !sees.has(id) && text.includes(`"${id}"`))
                throw new Error(`${what} told ${person.id} of ${id}`);
            }
          };
          for (const endpoint of reads)
            for (const address of addressesOf(endpoint, forum.id, posts)) {
              const answer = await client.get(address);
              expect([address, answer.status]).not.toEqual([address, 500]);
              check(address, answer.text);
            }
          for (const { id } of posts) {
            const file = await client.get(`/api/files/file-${id}`);
            expect([person.id, id, file.status]).toEqual([
              person.id,
              id,
              sees.get(id) === 'text' ? 200 : 404,
            ]);
          }
          for (const { id } of unread) {
            const at = `${C}/forums/${forum.id}/posts`;
            const quoting = {
              type: 'doc',
              content: [quotationNode(id, 1, secretOf(id)), ...(textOf('So?').content ?? [])],
            };
            const tries = [
              await client.send('post', at, {
                id: 'try-answer',
                parentId: id,
                doc: textOf('So?'),
                starter: false,
                draft: null,
              }),
              await client.send('post', at, {
                id: 'try-quote',
                parentId: null,
                questionId: forum.openings === 'answerQuestions' ? 'peak' : null,
                doc: quoting,
                starter: false,
                draft: null,
              }),
              await client.send('put', `${at}/${id}/bookmark`, { bookmarked: true }),
              await client.send('put', `${at}/${id}/nod`, { value: 1 }),
            ];
            for (const answer of tries) {
              expect(answer.status).toBeGreaterThanOrEqual(400);
              expect(answer.status).toBeLessThan(500);
              check('a refusal', answer.text.replaceAll(`"${id}"`, ''));
            }
          }
        }
      }),
      { numRuns: 8 },
    );
    expect(hidden).toBeGreaterThan(50);
  }, 240_000);
});
