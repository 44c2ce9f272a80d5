import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { SMTPServer } from 'smtp-server';
import { afterEach, describe, expect, it } from 'vitest';
import type { OutboxMail } from '../../contract/notices';
import { MINUTE } from '../../core/time/instant';
import { at, C, F, settings, testServer, withForum, words, type Client } from '../testing/testServer';
import { lastDailyHour } from './noticeMail';
import { serverTransport } from './transport';

type Setting = Awaited<ReturnType<typeof withForum>>;
let c: Setting;
let post: SMTPServer | null = null;
afterEach(async () => {
  await c.server.close();
  post?.close();
  post = null;
});

const outbox = async (who: Client) =>
  (await who.get('/api/mail/outbox').expect(200)).body as {
    mails: OutboxMail[];
    everyones: boolean;
    goes: string;
  };
const choose = (who: Client, choice: string) => who.send('put', '/api/mail/choice', { choice });
const pass = () => c.server.deps.mailer.pass();
const files = () => {
  const folder = join(c.server.dataFolder, 'outbox');
  return existsSync(folder) ? readdirSync(folder) : [];
};

/** Ines wants mail at once; two people have opened the seal; mail has begun. */
async function begun() {
  c = await withForum();
  await pass();
  await choose(c.ines, 'atOnce').expect(200);
  await c.write(c.ines, 'ines-1', 8).expect(200);
  await c.write(c.bram, 'bram-1', 8).expect(200);
  await c.ines.send('put', `${C}/notices/read`, { keys: 'all' }).expect(200);
  c.server.now += 1000;
}

describe('mail', () => {
  it('is a file in the outbox, once for what happened, in the words of the notice and without the post’s', async () => {
    await begun();
    await c.bram
      .send('post', `${F}/posts`, {
        id: 'reply',
        parentId: 'ines-1',
        doc: words(5, 'secretly'),
        starter: false,
        draft: null,
      })
      .expect(200);
    await pass();
    await pass();
    const { mails } = await outbox(c.ines);
    expect(mails).toHaveLength(1);
    expect(mails[0]).toMatchObject({
      kind: 'atOnce',
      state: 'sent',
      to: { email: 'ines@fenwick-hollow.example' },
    });
    expect(mails[0]!.text).toContain('bram Example replied to your post in “Who owns the floodplain?”.');
    expect(mails[0]!.text).toContain('https://juror.example/c/rivers/discuss/floodplain#post-reply');
    const [name] = files();
    const file = readFileSync(join(c.server.dataFolder, 'outbox', name!), 'utf8');
    expect(name).toBe(`${mails[0]!.id}.eml`);
    expect(file).toMatch(/^Message-ID: <m-[\w-]+@juror\.invalid>\r$/m);
    expect(file).toMatch(/^To: .*<ines@fenwick-hollow\.example>\r$/m);
    expect(file).toMatch(/^Date: .+\r$/m);
    expect(file).not.toContain('secretly');
    const sent = await c.ines.get(`/api/mail/outbox/${mails[0]!.id}`).expect(200);
    expect(sent.headers['content-type']).toContain('message/rfc822');
  });
  it('is someone’s own: others neither list nor fetch it', async () => {
    await begun();
    await c.write(c.bram, 'reply', 5, 'ines-1').expect(200);
    await pass();
    const [mail] = (await outbox(c.ines)).mails;
    expect((await outbox(c.bram)).mails).toEqual([]);
    expect((await outbox(c.teodora)).mails).toEqual([]);
    await c.bram.get(`/api/mail/outbox/${mail!.id}`).expect(404);
    await c.teodora.get(`/api/mail/outbox/${mail!.id}`).expect(404);
    await c.server.db.updateTable('person').set({ administrator: 1 }).where('id', '=', 'anselm').execute();
    expect(await outbox(await c.server.as('anselm'))).toMatchObject({
      everyones: true,
      mails: [{ id: mail!.id }],
    });
  });
  it('comes once a day at seven to whoever wants it so, with everything since, and never to who wants none', async () => {
    await begun();
    await choose(c.ines, 'daily').expect(200);
    await choose(c.bram, 'none').expect(200);
    await pass();
    await c.write(c.bram, 'reply-1', 5, 'ines-1').expect(200);
    await c.write(c.chidi, 'chidi-1', 8).expect(200);
    await c.write(c.chidi, 'reply-2', 5, 'ines-1').expect(200);
    await c.write(c.ines, 'reply-3', 5, 'bram-1').expect(200);
    c.server.now = at('03-03 06:59');
    await pass();
    expect((await outbox(c.ines)).mails).toEqual([]);
    c.server.now = at('03-03 07:00');
    await pass();
    c.server.now = at('03-03 12:00');
    await pass();
    const { mails } = await outbox(c.ines);
    expect(mails).toMatchObject([{ kind: 'daily', subject: 'Rivers and Cities: 2 things that concern you' }]);
    expect(mails[0]!.text!.match(/replied to your post/g)).toHaveLength(2);
    expect((await outbox(c.bram)).mails).toEqual([]);
  });
  it('says nothing of what was read before it was made', async () => {
    await begun();
    await c.write(c.bram, 'reply', 5, 'ines-1').expect(200);
    await c.ines.send('put', `${F}/read`, { posts: ['reply'], read: true }).expect(200);
    await pass();
    expect((await outbox(c.ines)).mails).toEqual([]);
  });
  it('does not keep the server from stopping: what is left goes out after the next start', async () => {
    await begun();
    await c.write(c.bram, 'reply', 5, 'ines-1').expect(200);
    const { mailer } = c.server.deps;
    const passing = mailer.pass();
    await mailer.stop();
    await passing;
    expect((await outbox(c.ines)).mails.filter(({ state }) => state === 'sent')).toEqual([]);
    mailer.start();
    await mailer.pass();
    expect((await outbox(c.ines)).mails).toMatchObject([{ state: 'sent' }]);
    await mailer.stop();
  });
  it('is chosen from three', async () => {
    await begun();
    expect((await c.bram.get(`${C}/notices`)).body.mail).toBe('daily');
    await choose(c.bram, 'hourly').expect(422);
    await choose(c.bram, 'none').expect(200);
    expect((await c.bram.get(`${C}/notices`)).body.mail).toBe('none');
  });
});

describe('a mail server', () => {
  const received: string[] = [];
  /** A server that takes mail, or refuses it, as `takes` says. */
  const serve = (port: number, takes: () => boolean) =>
    new Promise<number>((resolve) => {
      const server = new SMTPServer({
        authOptional: true,
        disabledCommands: ['STARTTLS'],
        onData: (stream, _session, done) => {
          let text = '';
          stream.on('data', (chunk: Buffer) => (text += chunk.toString()));
          stream.on('end', () => {
            if (!takes()) return done(new Error('The mailbox is full'));
            // As it is read: lines that were broken to travel are whole again.
            received.push(text.replaceAll(/(?<!\?)=\r\n/g, ''));
            done();
          });
        },
      });
      post = server;
      server.listen(port, '127.0.0.1', () => {
        const address = server.server.address();
        resolve(typeof address === 'object' && address !== null ? address.port : port);
      });
    });

  it('that is down or refuses loses nothing: the mail waits, is tried again later and again, and is one mail', async () => {
    received.length = 0;
    let takes = false;
    const port = await serve(0, () => takes);
    const server = await testServer(() =>
      serverTransport(`smtp://127.0.0.1:${port}`, 'Juror <juror@fenwick-hollow.example>'),
    );
    const [teodora, ines] = await Promise.all(['teodora', 'ines'].map((id) => server.as(id)));
    c = { server, teodora: teodora!, ines: ines! } as Setting;
    await c.server.deps.mailer.pass();
    await choose(c.teodora, 'atOnce').expect(200);
    await c.teodora
      .send('put', `${F}/settings`, { version: 0, settings: settings({ hold: 'all' }), publish: true })
      .expect(200);
    await c.ines
      .send('post', `${F}/posts`, {
        id: 'ines-1',
        parentId: null,
        doc: words(8),
        starter: false,
        draft: null,
      })
      .expect(200);
    const state = async () => (await outbox(c.teodora)).mails.map(({ state: is, tries }) => [is, tries]);
    await pass();
    expect(await state()).toEqual([['waiting', 1]]);
    expect((await outbox(c.teodora)).mails[0]!.error).toContain('full');
    await pass();
    expect(await state()).toEqual([['waiting', 1]]);
    server.wall += MINUTE;
    post!.close();
    await pass();
    expect(await state()).toEqual([['waiting', 2]]);
    takes = true;
    await serve(port, () => takes);
    server.wall += 2 * MINUTE;
    await pass();
    server.wall += 60 * MINUTE;
    await pass();
    expect(await state()).toEqual([['sent', 3]]);
    expect(received).toHaveLength(1);
    expect(received[0]).toMatch(/^Message-ID: <m-[\w-]+@fenwick-hollow\.example>/m);
    // To a real mailbox: an administrator sees that it went, and not what it says.
    await server.db.updateTable('person').set({ administrator: 1 }).where('id', '=', 'anselm').execute();
    expect((await outbox(await server.as('anselm'))).mails[0]).toMatchObject({ subject: null, text: null });
  }, 60_000);

  it('says what may be told when a mail goes out, not when it was made', async () => {
    received.length = 0;
    let takes = false;
    const port = await serve(0, () => takes);
    const server = await testServer(() =>
      serverTransport(`smtp://127.0.0.1:${port}`, 'juror@fenwick-hollow.example'),
    );
    const people = await Promise.all(['teodora', 'ines', 'bram'].map((id) => server.as(id)));
    c = { server, teodora: people[0]!, ines: people[1]!, bram: people[2]! } as Setting;
    await pass();
    await c.teodora
      .send('put', `${F}/settings`, { version: 0, settings: settings(), publish: true })
      .expect(200);
    await choose(c.ines, 'atOnce').expect(200);
    const write = (who: Client, id: string, parentId: string | null) =>
      who
        .send('post', `${F}/posts`, { id, parentId, doc: words(8), starter: false, draft: null })
        .expect(200);
    await write(c.ines, 'ines-1', null);
    await write(c.bram, 'bram-1', null);
    await write(c.bram, 'reply-1', 'ines-1');
    await write(c.bram, 'reply-2', 'ines-1');
    await pass();
    expect((await outbox(c.ines)).mails).toMatchObject([{ state: 'waiting' }]);
    c.server.now += 1000;
    await c.teodora.send('post', `${F}/actions`, { action: 'remove', posts: ['reply-1'] }).expect(200);
    takes = true;
    server.wall += 2 * MINUTE;
    await pass();
    expect(received).toHaveLength(1);
    expect(received[0]).toContain('#post-reply-2');
    expect(received[0]).not.toContain('reply-1');
    // And where nothing of it may be told any more, nothing goes out.
    takes = false;
    await write(c.bram, 'reply-3', 'ines-1');
    await pass();
    await c.teodora.send('post', `${F}/actions`, { action: 'hold', posts: ['reply-3'] }).expect(200);
    takes = true;
    server.wall += 2 * MINUTE;
    await pass();
    expect(received).toHaveLength(1);
    expect((await outbox(c.ines)).mails.map(({ state }) => state).sort()).toEqual(['dropped', 'sent']);
  }, 60_000);
});

it('knows the last seven o’clock of a course, also across a clock change', async () => {
  c = await withForum();
  const zone = 'Europe/Lisbon';
  expect(lastDailyHour(zone, at('03-02 06:59'))).toBe(at('03-01 07:00'));
  expect(lastDailyHour(zone, at('03-02 07:00'))).toBe(at('03-02 07:00'));
  expect(lastDailyHour(zone, at('03-29 12:00'))).toBe(at('03-29 07:00'));
  expect(lastDailyHour(zone, at('03-29 06:30'))).toBe(at('03-28 07:00'));
});
