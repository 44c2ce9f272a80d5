import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { endpoints } from '../../contract/openapi';
import { accessTo } from '../../core/access/accessTo';
import { postsInPlace } from '../../core/access/mayRead';
import { readable } from '../../core/access/readable';
import { versionRead } from '../../core/access/versionRead';
import { conversation, groups, people, T } from '../../core/testing/conversations';
import { course } from '../../core/testing/fixtures';
import { quotationNode } from '../../core/text/quotation';
import { textOf } from '../../core/text/textOf';
import { addressesOf } from '../testing/addressesOf';
import { ATTACK, patience, report } from '../testing/attack';
import { conversationServer, EVALUATION, layOut, READERS } from '../testing/layOutConversation';
import { C, type Client, type TestServer } from '../testing/testServer';

let server: TestServer;
let clients: ReadonlyMap<string, Client>;
beforeAll(async () => {
  ({ server, clients } = await conversationServer());
}, 60_000);
afterAll(() => server.close());

const WORDS = ['mill', 'weir', 'flood', 'bank', 'reed'];
const sentence = fc
  .array(fc.constantFrom(...WORDS), { minLength: 1, maxLength: 8 })
  .map((all) => all.join(' '));
const QUESTIONS = [
  ...WORDS,
  'mill weir',
  'flood bank reed',
  '"mill weir"',
  '"flood bank"',
  'ree',
  'bank mill flood weir',
];
/** What is new with every answer, whoever asks. */
const OWN = new Set(['date', 'x-juror-now', 'connection', 'ratelimit', 'ratelimit-policy', 'keep-alive']);

describe('what posts hold that a person may not read', () => {
  it(
    'changes no byte of any answer to them: no order, no count, no header, no error',
    async () => {
      const reads = endpoints.filter(({ method, path }) => method === 'get' && path.includes(':course'));
      let compared = 0;
      await fc.assert(
        fc.asyncProperty(
          conversation,
          fc.constantFrom(...READERS),
          fc.array(sentence, { minLength: 24, maxLength: 24 }),
          fc.array(sentence, { minLength: 24, maxLength: 24 }),
          async ({ f, posts: sketched }, person, one, other) => {
            const data = course({ students: people, forums: [f], posts: sketched, groups });
            const access = accessTo(data, f, person, T);
            const sees = readable(access, postsInPlace(sketched, T));
            const place = new Map(sketched.map(({ id }, index) => [id, index]));
            const client = clients.get(person.id)!;
            const likely = f.readers !== 'staff' ? EVALUATION : null;
            const ask = async (hidden: readonly string[]) => {
              const { forum, posts } = await layOut(server, f, sketched, likely, (id, number) => {
                const post = sketched[place.get(id)!]!;
                const isRead = sees.get(id) === 'text' && number <= versionRead(access, post, T);
                return (isRead ? one : hidden)[(place.get(id)! + number) % one.length]!;
              });
              server.courses.forget('rivers');
              const prefix = forum.id.slice(0, -'-forum'.length);
              const said: string[] = [];
              const note = (answer: { status: number; text: string; headers: Record<string, string> }) => {
                const headers = Object.entries(answer.headers).filter(([name]) => !OWN.has(name));
                said.push(
                  `${answer.status} ${JSON.stringify(headers)} ${answer.text}`.replaceAll(
                    `${prefix}-`,
                    'run-',
                  ),
                );
              };
              const asked = [
                ...QUESTIONS.flatMap((find) => [
                  `${C}/search?find=${encodeURIComponent(find)}`,
                  `${C}/search?find=${encodeURIComponent(find)}&forum=${forum.id}&limit=2`,
                  `${C}/forums/${forum.id}/found?find=${encodeURIComponent(find)}`,
                ]),
                // The plan and bin of staff list the forums that were removed, and those of earlier runs are.
                ...reads
                  .filter(({ path }) => !/\/(record|plan|bin)$/.test(path))
                  .flatMap(({ path }) => addressesOf(path, forum.id, posts)),
              ];
              for (const address of asked) {
                // A name that differs from run to run may be longer by a digit.
                const answer = await client.get(address);
                delete (answer.headers as Record<string, string>)['content-length'];
                delete (answer.headers as Record<string, string>).etag;
                note(answer as never);
              }
              const at = `${C}/forums/${forum.id}/posts`;
              for (const { id } of posts)
                if (sees.get(id.slice(prefix.length + 1, -3)) !== 'text')
                  for (const doc of [
                    textOf('So?'),
                    { type: 'doc', content: [quotationNode(id, 1, 'mill weir')] },
                  ]) {
                    const answer = await client.send('post', at, {
                      id: 'try-answer',
                      parentId: id,
                      doc,
                      starter: false,
                      draft: null,
                    });
                    delete (answer.headers as Record<string, string>)['content-length'];
                    delete (answer.headers as Record<string, string>).etag;
                    note(answer as never);
                  }
              return { said, asked };
            };
            const first = await ask(one);
            const second = await ask(other);
            expect(second.said.length).toBe(first.said.length);
            first.said.forEach((answer, n) => {
              if (answer !== second.said[n])
                expect([first.asked[n], second.said[n]]).toEqual([first.asked[n], answer]);
            });
            compared += first.said.length;
          },
        ),
        {
          numRuns: 5 * ATTACK.times,
          endOnFailure: true,
          ...(ATTACK.seed !== undefined && { seed: ATTACK.seed }),
        },
      );
      report(`${compared} answers compared byte by byte`);
      expect(compared).toBeGreaterThan(500);
    },
    patience(240_000),
  );
});
