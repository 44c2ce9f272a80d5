import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { ReviewSettings } from '../../core/course/reviewSettings';
import { fileContent, fileRoutes, liveStream } from '../../contract/fileRoutes';
import type { AnswerOf } from '../../contract/endpoint';
import { endpoints } from '../../contract/openapi';
import type { getReceived, listReviews } from '../../contract/reviews';
import type { Reviewing } from '../../contract/reviewing';
import { textOf } from '../../core/text/textOf';
import { REVIEW_GUIDE } from '../../core/testing/reviewGuide';
import { ATTACK, patience, report } from '../testing/attack';
import { PNG } from '../testing/exchange';
import { reviewed } from '../testing/reviewed';
import { at, C, F, keepToEvening, settings, testServer, type Client } from '../testing/testServer';

const STUDENTS = ['ines', 'bram', 'chidi', 'dalia'] as const;
/** The students an assistant of the evening section works with. */
const EVENING = ['bram', 'dalia'];

/** How far a review is. */
const state = fc.constantFrom('nothing', 'begun', 'sent', 'withheld', 'answered');
const situation = fc.record({
  names: fc.constantFrom<ReviewSettings['names']>('shown', 'reviewerHidden', 'bothHidden'),
  received: fc.constantFrom<ReviewSettings['received']>('atOnce', 'atReviewsDate', 'whenReleased'),
  states: fc.array(state, { minLength: 8, maxLength: 8 }),
  isPast: fc.boolean(),
  handsOver: fc.boolean(),
});

/** What stands in one review and nowhere else, and who may have it. */
interface Secret {
  readonly text: string;
  readonly readers: ReadonlySet<string>;
}

/** Every address of the API that only reads, for this forum, its reviews and its people. */
function addresses(assignments: readonly string[]): string[] {
  const paths = [
    ...endpoints.filter(({ method }) => method === 'get').map(({ path }) => path),
    ...fileRoutes.filter((route) => route !== fileContent && route !== liveStream).map(({ path }) => path),
  ];
  const each = (paths: readonly string[], name: string, values: readonly string[]) =>
    paths.flatMap((path) =>
      path.includes(name) ? values.map((value) => path.replace(name, value)) : [path],
    );
  let filled: string[] = paths.map((path) =>
    path.replace(':course', 'rivers').replace(':forum', 'floodplain').replace(':item', 'floodplain'),
  );
  filled = each(filled, ':assignment', assignments);
  filled = each(filled, ':student', STUDENTS);
  filled = each(filled, ':person', STUDENTS);
  filled = each(
    filled,
    ':post',
    STUDENTS.map((who) => `by-${who}`),
  );
  filled = each(
    filled,
    ':file',
    assignments.map((_, n) => `the-file-${n}`),
  );
  return filled.map((path) => path.replace(/:\w+/g, 'nothing-there'));
}

describe('reviews, asked for by everybody, at every address', () => {
  it(
    'tell nobody what is not for them, and no name that is hidden',
    async () => {
      let asked = 0;
      let kept = 0;
      let mailed = 0;
      const sweep = fc.asyncProperty(situation, async ({ names, received, states, isPast, handsOver }) => {
        const server = await testServer();
        try {
          await keepToEvening(server, 'pilar', EVENING);
          await server.db
            .insertInto('mail_choice')
            .values(STUDENTS.map((person_id) => ({ person_id, choice: 'atOnce' as const })))
            .execute();
          // Mail tells of what happens from its first round on.
          await server.deps.mailer.pass();
          const clients = new Map<string, Client>();
          for (const who of [...STUDENTS, 'teodora', 'pilar']) clients.set(who, await server.as(who));
          const as = (who: string) => clients.get(who)!;
          const rules = reviewed(
            2,
            { names, received, response: true, guide: REVIEW_GUIDE },
            {
              readers: 'staff',
              evaluation: {
                maximum: 1000,
                parts: [{ id: 'reviews', title: 'Reviews', maximum: 1000, basis: 'reviews', kind: 'direct' }],
                lateness: { kind: 'none' },
                gate: 'none',
                aboveMaximum: false,
              },
            },
          );
          await as('teodora')
            .send('put', `${F}/settings`, { version: 0, settings: settings(rules), publish: true })
            .expect(200);
          for (const who of STUDENTS)
            await as(who)
              .send('post', `${F}/posts`, {
                id: `by-${who}`,
                parentId: null,
                doc: textOf('What the river was like before it was moved.'),
                starter: false,
                draft: null,
              })
              .expect(200);
          const settle = async (now: number) => {
            server.now = now;
            server.deps.settling.settleAt('rivers', now);
            await server.deps.settling.settled();
          };
          await settle(at('03-05 00:01'));
          const staffOf = (...pair: string[]) =>
            pair.some((who) => EVENING.includes(who)) ? ['teodora', 'pilar'] : ['teodora'];
          const drawn = ((await as('teodora').get(`${F}/reviewing`).expect(200)).body as Reviewing)
            .assignments;
          expect(drawn).toHaveLength(8);
          const secrets: Secret[] = [];
          for (const [n, { id, reviewerId, authorId }] of drawn.entries()) {
            const how = states[n]!;
            const staff = staffOf(reviewerId, authorId);
            const content = (what: string) => ({
              values: { question: { levelId: 'clear', comment: `${what}comment${n}x` } },
              overall: textOf(`${what}overall${n}x`),
              passages: [],
              files: [`the-file-${n}`],
            });
            const plant = (texts: readonly string[], readers: readonly string[]) => {
              for (const text of texts) secrets.push({ text, readers: new Set(readers) });
            };
            if (how === 'nothing') continue;
            await as(reviewerId).upload(`the-file-${n}`, PNG, `filename${n}x.png`).expect(200);
            await as(reviewerId)
              .send('put', `${C}/reviews/${id}/draft`, { content: content('draft') })
              .expect(200);
            plant([`draftcomment${n}x`, `draftoverall${n}x`], [reviewerId]);
            if (how === 'begun') continue;
            await as(reviewerId)
              .send('post', `${C}/reviews/${id}/versions`, { after: 0, content: content('sent') })
              .expect(200);
            await server.deps.settling.settled();
            const reaches =
              how !== 'withheld' &&
              (received === 'atOnce' ||
                (received === 'atReviewsDate' && isPast) ||
                (received === 'whenReleased' && handsOver));
            plant(
              [`sentcomment${n}x`, `sentoverall${n}x`],
              [reviewerId, ...staff, ...(reaches ? [authorId] : [])],
            );
            // A file may be named after whoever made it: its name is no author's where the reviewer is hidden.
            const isHidden = names !== 'shown';
            plant([`filename${n}x`], [reviewerId, ...staff, ...(reaches && !isHidden ? [authorId] : [])]);
            if (how === 'withheld') {
              await as('teodora')
                .send('put', `${F}/reviewing/${id}/withheld`, {
                  withheld: true,
                  reason: `reason${n}x`,
                  fills: false,
                })
                .expect(200);
              plant([`reason${n}x`], [reviewerId, ...staff]);
            }
          }
          if (isPast) await settle(at('03-12 00:01'));
          if (handsOver && received === 'whenReleased')
            await as('teodora').send('post', `${F}/reviewing/hand-over`).expect(200);
          for (const [n, { id, reviewerId, authorId }] of drawn.entries())
            if (states[n] === 'answered') {
              const answer = await as(authorId).send('put', `${C}/reviews/${id}/answer`, {
                doc: textOf(`answer${n}x`),
              });
              const staff = staffOf(reviewerId, authorId);
              if (answer.status === 200)
                secrets.push({ text: `answer${n}x`, readers: new Set([authorId, reviewerId, ...staff]) });
            }
          const all = addresses(drawn.map(({ id }) => id));
          const check = (who: string, address: string, text: string) => {
            for (const secret of secrets)
              if (!secret.readers.has(who)) {
                kept++;
                if (text.includes(secret.text)) throw new Error(`${address} told ${who}: ${secret.text}`);
              }
          };
          for (const who of clients.keys())
            for (const address of all) {
              const answer = await as(who).get(address);
              asked++;
              expect([address, answer.status]).not.toEqual([address, 500]);
              // A download is read as its bytes are.
              check(who, address, answer.text ?? '');
              const vantage = who === 'teodora' && address.includes('/rivers/');
              if (vantage)
                for (const student of STUDENTS) {
                  const seen = await as(who).get(`${address}?as=${student}&at=${server.now}`);
                  asked++;
                  expect([address, seen.status]).not.toEqual([address, 500]);
                  if (seen.status === 200 && seen.headers['content-type']?.includes('json'))
                    check(who, address, seen.text);
                }
            }
          // Nobody looks through a name that is hidden.
          for (const who of STUDENTS) {
            const others = STUDENTS.filter((one) => one !== who);
            const list = (await as(who).get(`${C}/reviews`).expect(200)).body as AnswerOf<typeof listReviews>;
            const got = (await as(who).get(`${F}/received-reviews`).expect(200)).body as AnswerOf<
              typeof getReceived
            >;
            const said = (told: unknown) => others.filter((one) => JSON.stringify(told).includes(one));
            if (names === 'bothHidden') {
              expect(said(list.write)).toEqual([]);
              for (const { id } of list.write)
                expect(said((await as(who).get(`${C}/reviews/${id}`).expect(200)).body)).toEqual([]);
            }
            if (names !== 'shown') expect(said(got.reviews)).toEqual([]);
          }
          // Mail says nothing of what a review holds, and names nobody whose name is hidden.
          await server.deps.mailer.pass();
          const mails = readdirSync(server.dataFolder, { recursive: true, encoding: 'utf8' })
            .filter((name) => name.endsWith('.eml'))
            .map((name) => readFileSync(join(server.dataFolder, name), 'utf8'));
          mailed += mails.length;
          for (const mail of mails) {
            for (const { text } of secrets) expect(mail).not.toContain(text);
            if (names === 'bothHidden')
              expect(STUDENTS.filter((one) => mail.includes(`${one} Example`)).length).toBeLessThan(2);
          }
        } finally {
          await server.close();
        }
      });
      for (let round = 0; round === 0 || asked < ATTACK.requests; round++)
        await fc.assert(sweep, {
          numRuns: 3 * ATTACK.times,
          endOnFailure: true,
          ...(ATTACK.seed !== undefined && { seed: ATTACK.seed + round }),
        });
      report(`${asked} requests, nothing of a review leaked`);
      expect(asked).toBeGreaterThan(1000);
      expect(kept).toBeGreaterThan(1000);
      expect(mailed).toBeGreaterThan(0);
    },
    patience(240_000),
  );
});
