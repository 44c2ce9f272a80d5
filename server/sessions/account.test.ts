import { readdirSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import supertest from 'supertest';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { RosterView } from '../../contract/roster';
import type { SessionState } from '../../contract/session';
import { HOUR } from '../../core/time/instant';
import type { OutgoingMail } from '../mail/transport';
import { C, PASSWORD, testServer, type TestServer } from '../testing/testServer';
import { browserWords } from './browserWords';

const INES = 'ines@fenwick-hollow.example';
const NEXT = 'another long password';
let server: TestServer;
let mails: OutgoingMail[];
let goesOut: boolean;
beforeEach(async () => {
  mails = [];
  goesOut = true;
  server = await testServer(() => ({
    goes: 'server',
    send: (mail) => (goesOut ? Promise.resolve(void mails.push(mail)) : Promise.reject(new Error('down'))),
  }));
});
afterEach(() => server.close());

const signIn = (
  password: string,
  agent = 'Mozilla/5.0 (X11; Linux x86_64; rv:128.0) Gecko/20100101 Firefox/128.0',
) => supertest(server.app).post('/api/session').set('User-Agent', agent).send({ email: INES, password });
const change = { current: PASSWORD, password: NEXT };

describe('one’s own password', () => {
  it('is changed with the present one; every other session ends, and its owner is told by mail', async () => {
    const [here, there] = [await server.as('ines'), await server.as('ines')];
    await here.send('put', '/api/session/password', change).expect(200);
    await here.get(C).expect(200);
    await there.get(C).expect(401);
    await signIn(PASSWORD).expect(401);
    await signIn(NEXT).expect(200);
    await server.deps.mailer.directSent();
    expect(mails).toMatchObject([{ to: { address: INES }, subject: 'Your Juror password was changed' }]);
    expect(mails[0]!.text).not.toContain(NEXT);
  });
  it('stays where the present one is wrong, and who guesses it is slowed down', async () => {
    const ines = await server.as('ines');
    const wrong = () => ines.send('put', '/api/session/password', { ...change, current: 'not it at all' });
    expect((await wrong().expect(422)).body.errors).toMatchObject([
      { field: 'current', message: 'This is not your current password.' },
    ]);
    for (let tries = 0; tries < 4; tries++) await wrong().expect(422);
    await wrong().expect(429);
    await ines.send('put', '/api/session/password', { current: PASSWORD, password: 'short' }).expect(422);
    await signIn(PASSWORD).expect(429);
  });
});

describe('the order of one’s name', () => {
  it('is its owner’s choice, and everyone reads the name in it', async () => {
    const [ines, staff] = [await server.as('ines'), await server.as('teodora')];
    const inRoster = async () => {
      const { people } = (await staff.get(`${C}/roster`).expect(200)).body as RosterView;
      return people.find(({ id }) => id === 'ines')!.name;
    };
    const { person } = (await ines.get('/api/session').expect(200)).body as SessionState;
    expect(person).toMatchObject({ familyFirst: false, name: `${person!.given} ${person!.family}` });
    const before = person!.name;
    const after = `${person!.family} ${person!.given}`;
    expect(await inRoster()).toBe(before);
    const answer = await ines.send('put', '/api/session/name', { familyFirst: true }).expect(200);
    expect(answer.body).toEqual({ name: after });
    expect(await inRoster()).toBe(after);
    await ines.send('put', '/api/session/name', { familyFirst: 'yes' }).expect(422);
    await ines.send('put', '/api/session/name', { familyFirst: false }).expect(200);
    expect(await inRoster()).toBe(before);
  });
});

describe('where one is signed in', () => {
  it('is listed with this browser first, and ended one by one or all at once; nobody else’s is', async () => {
    await signIn(PASSWORD).expect(200);
    server.wall += 1000;
    await signIn(
      PASSWORD,
      'Mozilla/5.0 (Windows NT 10.0; Win64; x64) AppleWebKit/537.36 (KHTML, like Gecko) Chrome/126.0.0.0 Safari/537.36',
    );
    const [ines, bram] = [await server.as('ines'), await server.as('bram')];
    const all = async () => (await ines.get('/api/session/all').expect(200)).body.sessions;
    const [first, second, third] = await all();
    expect(first).toMatchObject({ isThis: true });
    expect(second).toMatchObject({ browser: 'Chrome on Windows', isThis: false });
    expect(third).toMatchObject({ browser: 'Firefox on Linux' });
    const end = (who: typeof ines, session: string | null) =>
      who.send('delete', `/api/session/all${session === null ? '' : `/${session}`}`);
    await end(bram, third.id).expect(404);
    await end(ines, 'nonsense').expect(422);
    await end(ines, '0'.repeat(24)).expect(404);
    await end(ines, first.id).expect(404);
    await end(ines, third.id).expect(200);
    expect(await all()).toHaveLength(2);
    await end(ines, null).expect(200);
    expect(await all()).toMatchObject([{ isThis: true }]);
    await bram.get(C).expect(200);
  });
  it('names browsers as people know them', () => {
    expect(browserWords(null)).toBe('A browser');
    expect(browserWords('')).toBe('A browser');
    expect(browserWords('x'.repeat(300))).toBe('A browser');
  });
});

describe('a forgotten password', () => {
  const ask = (email: string) => supertest(server.app).post('/api/session/forgotten').send({ email });
  const told = async () => {
    await server.deps.mailer.directSent();
    return mails;
  };
  const tokenOf = (mail: OutgoingMail) => /set-password\/([\w-]+)/.exec(mail.text)![1]!;

  it('is chosen anew with a link that is mailed, works once and for an hour', async () => {
    await ask(INES).expect(200, { ok: true });
    await expect.poll(told).toHaveLength(1);
    const token = tokenOf(mails[0]!);
    expect((await supertest(server.app).get(`/api/links/${token}`).expect(200)).body.purpose).toBe('reset');
    await supertest(server.app).post(`/api/links/${token}`).send({ password: NEXT }).expect(200);
    await supertest(server.app).post(`/api/links/${token}`).send({ password: NEXT }).expect(404);
    await signIn(NEXT).expect(200);
    await ask(INES).expect(200);
    await expect.poll(told).toHaveLength(2);
    server.wall += HOUR;
    await supertest(server.app)
      .get(`/api/links/${tokenOf(mails[1]!)}`)
      .expect(404);
  });
  it('answers the same for an address nobody has', async () => {
    const [known, unknown] = [await ask(INES), await ask('nobody@fenwick-hollow.example')];
    expect(unknown.status).toBe(known.status);
    expect(unknown.body).toEqual(known.body);
    const heads = ({ headers }: supertest.Response) => Object.keys(headers as object).sort();
    expect(heads(unknown)).toEqual(heads(known));
    await expect.poll(told).toHaveLength(1);
  });
  it('keeps the link nowhere but as a hash, whether the mail goes out or not', async () => {
    goesOut = false;
    await ask(INES).expect(200);
    await expect.poll(() => server.db.selectFrom('password_link').selectAll().execute()).toHaveLength(1);
    goesOut = true;
    await ask(INES).expect(200);
    // The second; the first is tried again a little later, and its link is over by then.
    await expect.poll(told, { timeout: 10_000 }).not.toHaveLength(0);
    const token = tokenOf(mails[0]!);
    expect(await server.db.selectFrom('mail').selectAll().execute()).toEqual([]);
    const files = (folder: string): string[] =>
      readdirSync(folder).flatMap((name) => {
        const path = join(folder, name);
        return statSync(path).isDirectory() ? files(path) : [path];
      });
    for (const file of files(server.dataFolder)) expect(readFileSync(file).includes(token), file).toBe(false);
  });
  it('sends one account three mails an hour, and leaves an invitation’s link as it is', async () => {
    const teodora = await server.as('teodora');
    const { address } = (await teodora.send('post', `${C}/roster/ines/link`).expect(200)).body;
    for (let asked = 0; asked < 6; asked++) await ask(INES).expect(200);
    await expect.poll(told).toHaveLength(3);
    await supertest(server.app)
      .get(`/api${address.replace('set-password', 'links')}`)
      .expect(200);
    for (let asked = 0; asked < 54; asked++) await ask(`nobody${asked}@fenwick-hollow.example`).expect(200);
    const { headers } = await ask('one@fenwick-hollow.example').expect(429);
    expect(headers['retry-after']).toBe('3600');
  });
  it('makes no account of a roster anybody’s who may have typed the address', async () => {
    await ask(INES).expect(200);
    await expect.poll(told).toHaveLength(1);
    await supertest(server.app)
      .post(`/api/links/${tokenOf(mails[0]!)}`)
      .send({ password: NEXT })
      .expect(200);
    await server.db.updateTable('person').set({ administrator: 1 }).where('id', '=', 'anselm').execute();
    const anselm = await server.as('anselm');
    const roles = (courseId: string) =>
      anselm.send('put', '/api/admin/people/ines/roles', { courseId, role: 'instructor' });
    expect((await roles('elsewhere').expect(200)).body.canSignIn).toBe(false);
  });
  it('is not offered without a mail server', async () => {
    const other = await testServer();
    try {
      expect((await supertest(other.app).get('/api/session')).body.mailsPasswords).toBe(false);
      await supertest(other.app).post('/api/session/forgotten').send({ email: INES }).expect(404);
    } finally {
      await other.close();
    }
    expect((await supertest(server.app).get('/api/session')).body.mailsPasswords).toBe(true);
  });
});

it('a time zone of one’s own is kept, and given up again', async () => {
  const ines = await server.as('ines');
  const zone = async () => (await ines.get('/api/session')).body.person.zone;
  expect(await zone()).toBeNull();
  await ines.send('put', '/api/session/zone', { zone: 'America/Sao_Paulo' }).expect(200);
  expect(await zone()).toBe('America/Sao_Paulo');
  await ines.send('put', '/api/session/zone', { zone: 'Nowhere/Town' }).expect(422);
  await ines.send('put', '/api/session/zone', { zone: null }).expect(200);
  expect(await zone()).toBeNull();
});
