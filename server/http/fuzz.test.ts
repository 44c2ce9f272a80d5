import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { endpoints } from '../../contract/openapi';
import { ATTACK, patience, report } from '../testing/attack';
import { requestsFor } from '../testing/fuzz';
import { withForum, type Client } from '../testing/testServer';

/** How many requests each endpoint gets, and where the dice start. */
const RUNS = 10 * ATTACK.times;
const SEED = ATTACK.seed ?? 20_260_302;

describe('every route, whatever is sent to it by whomever', () => {
  let c: Awaited<ReturnType<typeof withForum>>;
  let people: readonly Client[];
  const fresh = async () => {
    c = await withForum();
    await c.write(c.ines, 'ines-1', 8).expect(200);
    await c.write(c.bram, 'bram-1', 8).expect(200);
    people = [c.ines, c.pilar, c.teodora, await administrator()];
  };
  const administrator = async () => {
    await c.server.db.updateTable('person').set({ administrator: 1 }).where('id', '=', 'anselm').execute();
    return c.server.as('anselm');
  };
  beforeAll(fresh, 60_000);
  afterAll(() => c.server.close());

  it(
    'answers, soon, without a fault of its own and without a trace of its insides; what it answers is what it promises',
    async () => {
      const slow: [string, number][] = [];
      let asked = 0;
      let answered = 0;
      for (const endpoint of endpoints) {
        // Signing out and setting passwords would end what the others need.
        if (endpoint.path === '/api/session' && endpoint.method === 'delete') continue;
        for (const [n, { path, body }] of fc
          .sample(requestsFor(endpoint), { numRuns: RUNS, seed: SEED })
          .entries()) {
          const who = people[n % people.length]!;
          const start = performance.now();
          const sent = JSON.stringify(body ?? {});
          const answer =
            endpoint.method === 'get'
              ? await who.get(path)
              : await who.send(endpoint.method, path).type('json').send(sent);
          const ms = performance.now() - start;
          asked++;
          const name = `${endpoint.method} ${path} ${sent.slice(0, 600)}`;
          if (answer.status >= 500) throw new Error(`${answer.status} to ${name}: ${answer.text}`);
          if (ms > 2000) slow.push([name, ms]);
          expect(answer.text).not.toMatch(/\bat \S+ \(?\S+\.(ts|js):\d+|SqliteError|node_modules/);
          if (answer.status === 200) {
            answered++;
            const promised = endpoint.answer.safeParse(answer.body);
            if (!promised.success)
              throw new Error(
                `${name} answered what it does not promise: ${JSON.stringify(promised.error.issues[0])}`,
              );
          } else expect([name, answer.body.code]).toEqual([name, expect.any(String)]);
        }
      }
      report(`${asked} requests of the fuzzer, ${answered} of them answered`);
      expect(slow).toEqual([]);
      expect(answered).toBeGreaterThan(asked / 50);
      await c.teodora.get('/api/courses/rivers').catch(() => undefined);
    },
    patience(300_000),
  );
});
