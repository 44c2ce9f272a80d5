import { Writable } from 'node:stream';
import pino from 'pino';
import supertest from 'supertest';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { createApp } from '../app';
import { makeLink } from '../sessions/links';
import { C, testServer, type TestServer } from '../testing/testServer';

let server: TestServer;
beforeAll(async () => {
  server = await testServer();
});
afterAll(() => server.close());

describe('a request', () => {
  it('is refused before its body is read, when nobody is signed in or the course is not theirs', async () => {
    const broken = (path: string, agent = supertest(server.app)) =>
      agent.post(path).type('json').send('{"text": "not finished');
    await broken(`${C}/roster/import`).expect(401);
    const ines = await server.as('ines');
    await ines.send('post', `${C}/roster/import`).type('json').send('{"text": "not fin').expect(404);
    const teodora = await server.as('teodora');
    await teodora.send('post', `${C}/roster/import`).type('json').send('{"text": "not fin').expect(400);
  });
  it('may be as large as its route needs, and no larger', async () => {
    const teodora = await server.as('teodora');
    const text = 'x'.repeat(2_000_000);
    const status = async (path: string) => (await teodora.send('post', path, { text })).status;
    expect(await status(`${C}/forums/floodplain/posts`)).toBe(413);
    expect(await status(`${C}/roster/import`)).toBe(422);
  });
  it('that is no JSON is told so', async () => {
    const teodora = await server.as('teodora');
    const sent = teodora.send('post', `${C}/roster/import`).type('text').send('{}');
    expect((await sent.expect(415)).body.code).toBe('json');
  });
});

describe('behind a proxy', () => {
  it('that ends HTTPS, browsers are told to stay with it; without, they are not', async () => {
    const app = createApp(server.deps, { webFolder: null, trustProxy: 1 });
    const secure = await supertest(app).get('/healthz').set('X-Forwarded-Proto', 'https');
    expect(secure.headers['strict-transport-security']).toBe('max-age=31536000');
    expect((await supertest(app).get('/healthz')).headers['strict-transport-security']).toBeUndefined();
    const forged = await supertest(server.app).get('/healthz').set('X-Forwarded-Proto', 'https');
    expect(forged.headers['strict-transport-security']).toBeUndefined();
  });
});

describe('the log', () => {
  it('names routes, and holds neither a one-time link nor anything else of an address', async () => {
    const lines: string[] = [];
    const log = pino(
      { level: 'info' },
      new Writable({ write: (chunk, _, done) => (lines.push(String(chunk)), done()) }),
    );
    const app = createApp({ ...server.deps, log }, { webFolder: null });
    const { address } = await makeLink(server.deps, 'ines', 'teodora');
    const token = address.split('/').at(-1)!;
    await supertest(app).get(`/api/links/${token}`);
    await supertest(app).get(`/api/session?x=secret-of-a-query`);
    await supertest(app).get(`/api/nowhere/${token}`).expect(404);
    const all = lines.join('');
    expect(lines).toHaveLength(3);
    expect(all).not.toContain(token);
    expect(all).not.toContain('secret-of-a-query');
    expect(JSON.parse(lines[0]!)).toMatchObject({ method: 'GET', route: '/api/links/:token', status: 200 });
    expect(JSON.parse(lines[2]!)).toMatchObject({ route: '(no route)', status: 404 });
  });
});
