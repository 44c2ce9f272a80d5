import type { Request } from 'express';
import supertest from 'supertest';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { HOUR, MINUTE, SECOND } from '../../core/time/instant';
import { PASSWORD, testServer, type TestServer } from '../testing/testServer';
import { SignInAttempts } from './attempts';
import { forgetPassword } from './links';
import { sessionStands, signedInQuietly } from './sessions';

/** Opens a stream of someone; `ended` resolves when the server has ended it. */
async function openStream(server: TestServer, personId: string, cookie: string) {
  const session = await signedInQuietly(server.deps, { headers: { cookie } } as Request);
  let isEnded: () => void;
  const ended = new Promise<void>((resolve) => (isEnded = resolve));
  await server.deps.live.open(
    {
      personId,
      stillSignedIn: () => sessionStands(server.deps, session),
      write: () => undefined,
      end: () => isEnded(),
    },
    null,
  );
  return { ended };
}

describe('signing in', () => {
  let server: TestServer;
  beforeEach(async () => {
    server = await testServer();
  });
  afterEach(() => server.close());
  const email = 'ines@fenwick-hollow.example';

  it('gives a session with the courses of the person', async () => {
    const ines = await server.as('ines');
    const { body, headers } = await ines.get('/api/session').expect(200);
    expect(body).toMatchObject({
      person: { id: 'ines', administrator: false },
      courses: [{ id: 'rivers', role: 'student' }],
      demo: false,
    });
    expect(headers['x-juror-now']).toBe(String(server.now));
  });
  it('sets an httpOnly, SameSite cookie', async () => {
    const { headers } = await supertest(server.app).post('/api/session').send({ email, password: PASSWORD });
    expect(String(headers['set-cookie'])).toMatch(/HttpOnly; SameSite=Lax/);
  });
  const attempt = (who: string, password: string) =>
    supertest(server.app).post('/api/session').send({ email: who, password });
  it('refuses a wrong password at the field, and slows down who guesses, for that account only', async () => {
    const first = await attempt(email, 'wrong').expect(401);
    expect(first.type).toBe('application/problem+json');
    expect(first.body).toMatchObject({ code: 'wrongPassword', errors: [{ field: 'password' }] });
    for (let i = 0; i < 4; i++) await attempt(email, 'wrong').expect(401);
    const { body, headers } = await attempt(email, PASSWORD).expect(429);
    expect(body).toMatchObject({
      code: 'tooManyAttempts',
      detail: 'There were too many wrong passwords. Try again in 5 seconds.',
    });
    expect(headers['retry-after']).toBe('5');
    await attempt('bram@fenwick-hollow.example', PASSWORD).expect(200);
    await attempt('nobody@fenwick-hollow.example', 'x').expect(401);
    server.wall += 5 * SECOND;
    await attempt(email, PASSWORD).expect(200);
    await attempt(email, 'wrong').expect(401);
  });
  it('answers whatever is sent as an e-mail address, and keeps none of it', async () => {
    for (const wrong of [{ toString: 'x' }, ['a'], 7, null, 'x'.repeat(3000)])
      await supertest(server.app).post('/api/session').send({ email: wrong, password: 'x' }).expect(422);
    const huge = { email: 'x'.repeat(400_000), password: 'x' };
    await supertest(server.app).post('/api/session').send(huge).expect(413);
    await supertest(server.app).post('/api/session').type('text').send('{}').expect(415);
  });
  it('lets someone in from a browser they have signed in with, whatever others try', async () => {
    const agent = supertest.agent(server.app);
    const signIn = (password: string) => agent.post('/api/session').send({ email, password });
    await signIn(PASSWORD).expect(200);
    const attempts = new SignInAttempts(() => server.wall);
    const tries = (address: string, isKnownBrowser: boolean) => () =>
      attempts.begin({ email, address, isKnownBrowser });
    for (let i = 0; i < 30; i++) {
      server.wall += MINUTE;
      tries(`10.0.0.${i}`, false)();
    }
    expect(tries('10.1.0.1', false)).toThrow('too many');
    expect(tries('10.1.0.1', true)).not.toThrow();
    const { length } = await server.db
      .selectFrom('known_browser')
      .selectAll()
      .where('person_id', '=', 'ines')
      .execute();
    expect(length).toBe(1);
  });
  it('gives a browser that signs in anew a new session, and ends the one it had, with its stream', async () => {
    const agent = supertest.agent(server.app);
    const signIn = (who: string) =>
      agent.post('/api/session').send({ email: `${who}@fenwick-hollow.example`, password: PASSWORD });
    const first = await signIn('ines').expect(200);
    const cookies = [first.headers['set-cookie']].flat().join('; ');
    const { ended } = await openStream(server, 'ines', cookies);
    await signIn('bram').expect(200);
    await ended;
    const answer = await supertest(server.app).get('/api/session').set('Cookie', cookies);
    expect(answer.body.person).toBeNull();
  });
  it('ends every stream of a person whose password is taken away or set anew', async () => {
    const agent = supertest.agent(server.app);
    const { headers } = await agent.post('/api/session').send({ email, password: PASSWORD });
    const { ended } = await openStream(server, 'ines', [headers['set-cookie']].flat().join('; '));
    await forgetPassword(server.deps, 'ines');
    await ended;
  });
  it('names the fields that are missing or unknown', async () => {
    const { body } = await supertest(server.app)
      .post('/api/session')
      .send({ email, pasword: 'x' })
      .expect(422);
    expect(body.errors.map((e: { field: string }) => e.field).sort()).toEqual(['password', 'pasword']);
  });
  it('ends after 12 idle hours, and not before', async () => {
    const ines = await server.as('ines');
    server.wall += 11 * HOUR;
    expect((await ines.get('/api/session')).body.person.id).toBe('ines');
    server.wall += 11 * HOUR;
    await ines.get('/api/courses/rivers').expect(200);
    server.wall += 12 * HOUR;
    await ines.get('/api/courses/rivers').expect(401);
  });
  it('is not kept alive by a page that nobody sits at', async () => {
    const ines = await server.as('ines');
    for (let hour = 0; hour < 11; hour++) {
      server.wall += HOUR;
      await ines.get('/api/courses/rivers').set('X-Juror-Idle', '1').expect(200);
    }
    server.wall += HOUR;
    await ines.get('/api/courses/rivers').set('X-Juror-Idle', '1').expect(401);
  });
  it('ends on sign-out', async () => {
    const ines = await server.as('ines');
    await ines.send('delete', '/api/session').expect(200);
    expect((await ines.get('/api/session')).body.person).toBeNull();
  });
  it('is asked for everywhere else; a write needs the token of the page', async () => {
    await supertest(server.app).get('/api/courses/rivers').expect(401);
    const ines = await server.as('ines');
    const forged = await ines
      .send('put', '/api/courses/rivers/forums/x123/drafts/open', {})
      .set('X-Juror-Token', 'forged')
      .expect(403);
    expect(forged.body.code).toBe('writeToken');
  });
  it('keeps demo sign-in and the clock to the demo', async () => {
    await supertest(server.app).get('/api/demo/people').expect(404);
    await supertest(server.app).post('/api/demo/session').send({ personId: 'teodora' }).expect(404);
  });
});

describe('the API', () => {
  let server: TestServer;
  beforeEach(async () => {
    server = await testServer();
  });
  afterEach(() => server.close());

  it('answers healthz, and describes itself', async () => {
    expect((await supertest(server.app).get('/healthz')).body).toEqual({ ok: true });
    const { body } = await supertest(server.app).get('/openapi.json').expect(200);
    expect(body.openapi).toBe('3.1.0');
    expect(Object.keys(body.paths)).toContain('/api/courses/{course}/forums/{forum}/posts');
    expect(body.paths['/api/session'].post.requestBody.content['application/json'].schema.required).toEqual([
      'email',
      'password',
    ]);
  });
  it('answers broken JSON, unknown addresses and too much with problems, never with 500', async () => {
    const ines = await server.as('ines');
    const broken = await ines
      .send('post', '/api/session')
      .set('Content-Type', 'application/json')
      .send('{"a":')
      .expect(400);
    expect(broken.body.code).toBe('notJson');
    await ines.get('/api/nowhere').expect(404);
    await ines.get('/api/courses/%E0%A4%A/forums').expect(400);
    const huge = await ines
      .send('post', '/api/courses/rivers/forums/floodplain/posts', { text: 'x'.repeat(1_000_000) })
      .expect(413);
    expect(huge.body.code).toBe('tooLarge');
  });
  it('has a content security policy without inline scripts', async () => {
    const policy = String((await supertest(server.app).get('/healthz')).headers['content-security-policy']);
    expect(policy).toContain("script-src 'self';");
  });
});
