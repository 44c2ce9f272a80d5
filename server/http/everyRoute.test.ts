import { writeFileSync } from 'node:fs';
import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { fileContent, fileRoutes, liveStream } from '../../contract/fileRoutes';
import { endpoints } from '../../contract/openapi';
import { accessTo } from '../../core/access/accessTo';
import { postsInPlace } from '../../core/access/mayRead';
import { versionRead } from '../../core/access/versionRead';
import { readable, type ReadAs } from '../../core/access/readable';
import { conversation, groups, people, T } from '../../core/testing/conversations';
import { course } from '../../core/testing/fixtures';
import { quotationNode } from '../../core/text/quotation';
import { textOf } from '../../core/text/textOf';
import {
  conversationServer,
  EVALUATION,
  fileOf,
  layOut,
  READERS,
  secretOf,
} from '../testing/layOutConversation';
import { addressesOf } from '../testing/addressesOf';
import { ATTACK, patience, report } from '../testing/attack';
import { C, type Client, type TestServer } from '../testing/testServer';

let server: TestServer;
let clients: ReadonlyMap<string, Client>;
beforeAll(async () => {
  ({ server, clients } = await conversationServer());
}, 60_000);
afterAll(() => server.close());

describe('every route of the API, asked by every person', () => {
  it(
    'gives nothing of a post that the person may not have: no word, no id, no file, no quoted passage',
    async () => {
      const reads = [
        ...endpoints.filter(({ method }) => method === 'get').map(({ path }) => path),
        ...fileRoutes
          .filter((route) => route !== fileContent && route !== liveStream)
          .map(({ path }) => path),
      ];
      expect(reads.length).toBeGreaterThan(15);
      writeFileSync(`${server.dataFolder}/files/${'a'.repeat(64)}`, 'x');
      let hidden = 0;
      let asked = 0;
      const sweep = fc.asyncProperty(conversation, async ({ f, posts: sketched }) => {
        // Nobody writes in a journal but their own: the Desk shows all of a student's posts to who works with the student.
        const isLikely =
          f.readers !== 'staff' ||
          sketched.every(
            ({ authorKind, authorId, spaceId }) => authorKind === 'staff' || spaceId === authorId,
          );
        const { forum, posts } = await layOut(server, f, sketched, isLikely ? EVALUATION : null);
        server.courses.forget('rivers');
        const data = course({ students: people, forums: [forum], posts, groups });
        const placed = postsInPlace(posts, T);
        for (const person of READERS) {
          const sees: ReadonlyMap<string, ReadAs> = readable(accessTo(data, forum, person, T), placed);
          const client = clients.get(person.id)!;
          const unread = posts.filter(({ id }) => sees.get(id) !== 'text');
          hidden += unread.length;
          const access = accessTo(data, forum, person, T);
          const hiddenVersions = posts.flatMap((post) =>
            post.revisions.flatMap((_, before) =>
              sees.get(post.id) === 'text' && before >= versionRead(access, post, T)
                ? [{ id: post.id, number: before + 1 }]
                : [],
            ),
          );
          const check = (what: string, text: string) => {
            for (const { id, number } of hiddenVersions)
              if (text.includes(secretOf(id, number)))
                throw new Error(`${what} told ${person.id} what version ${number} of ${id} says`);
            for (const { id } of unread) {
              if (text.includes(secretOf(id))) throw new Error(`${what} told ${person.id} what ${id} says`);
              // One's own text for the editor names what one quoted oneself, and says nothing of it.
              const isOwn = what.endsWith('/doc');
              if (!isOwn && !sees.has(id) && text.includes(`"${id}"`))
                throw new Error(`${what} told ${person.id} of ${id}`);
            }
          };
          for (const path of reads)
            for (const address of addressesOf(path, forum.id, posts)) {
              const answer = await client.get(address);
              asked++;
              expect([address, answer.status]).not.toEqual([address, 500]);
              check(address, answer.text);
            }
          for (const { id } of posts) {
            asked++;
            const file = await client.get(`/api/files/${fileOf(id)}`);
            expect([person.id, id, file.status]).toEqual([
              person.id,
              id,
              sees.get(id) === 'text' ? 200 : 404,
            ]);
          }
          for (const { id, number } of hiddenVersions)
            await client.get(`/api/files/${fileOf(id, number)}`).expect(404);
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
      });
      for (let round = 0; round === 0 || asked < ATTACK.requests; round++) {
        await fc.assert(sweep, {
          numRuns: ATTACK.requests === 0 ? 4 : 8,
          endOnFailure: true,
          ...(ATTACK.seed !== undefined && { seed: ATTACK.seed + round }),
        });
        if (round % 10 === 0) report(`${asked} requests, nothing leaked`);
      }
      report(`${asked} requests, nothing leaked; ${hidden} times a post was hidden from someone`);
      expect(hidden).toBeGreaterThan(10);
    },
    patience(240_000),
  );
});
