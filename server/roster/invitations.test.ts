import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { AnswerOf } from '../../contract/endpoint';
import type { getInvitations } from '../../contract/invitations';
import { HOUR } from '../../core/time/instant';
import { C, testServer, type Client, type TestServer } from '../testing/testServer';

let server: TestServer;
let teodora: Client;
const NEW = ['noor', 'said', 'wren'];
beforeEach(async () => {
  server = await testServer();
  teodora = await server.as('teodora');
  await teodora
    .send('post', `${C}/roster/import`, {
      text: `Given name,Family name,E-mail,Section\n${NEW.map((name) => `${name},Example,${name}@fenwick-hollow.example,morning`).join('\n')}`,
      columns: null,
      confirm: true,
    })
    .expect(200);
});
afterEach(() => server.close());

const listed = async () =>
  ((await teodora.get(`${C}/invitations`).expect(200)).body as AnswerOf<typeof getInvitations>).people;
const person = async (given: string) => (await listed()).find((each) => each.given === given)!;
const idOf = async (given: string) => (await person(given)).id;
const ids = async () => Promise.all(NEW.map(idOf));
const invite = async (people: readonly string[], note = '') =>
  (await teodora.send('post', `${C}/invitations`, { people, note }).expect(200)).body;
const links = async (people: readonly string[]) =>
  (await teodora.send('post', `${C}/invitations/links`, { people }).expect(200)).body;
const mails = () =>
  server.db.selectFrom('mail').selectAll().where('kind', '=', 'invitation').orderBy('made_at').execute();
const sentFile = async (id: string) => {
  await server.db.updateTable('person').set({ administrator: 1 }).where('id', '=', 'anselm').execute();
  const { text } = await (await server.as('anselm')).get(`/api/mail/outbox/${id}`).expect(200).buffer(true);
  return text.replace(/=\r\n/g, '').replace(/=3D/g, '=');
};
const choose = async (token: string, status: number) =>
  teodora.send('post', `/api/links/${token}`, { password: 'a sentence to remember' }).expect(status);

describe('invitations', () => {
  it('tell of everyone how they can come in, and that nobody was invited', async () => {
    expect(await person('noor')).toMatchObject({ comesIn: 'link', invited: null });
    expect(await person('ines')).toMatchObject({ comesIn: 'password' });
    await server.db.updateTable('person').set({ password_hash: null }).where('id', '=', 'pilar').execute();
    expect(await person('pilar')).toMatchObject({ comesIn: 'administrator' });
  });
  it('by mail bring in everyone chosen at once, each with a link of their own that stands in the mail alone', async () => {
    const people = await ids();
    expect(await invite(people, '  We begin on Monday.  ')).toEqual({ made: 3, leftOut: 0 });
    expect(await person('noor')).toMatchObject({ invited: { by: 'mail', state: 'waiting' } });
    await server.deps.mailer.pass();
    expect(await person('noor')).toMatchObject({ invited: { by: 'mail', state: 'sent' } });
    const rows = await mails();
    expect(rows.map(({ state }) => state)).toEqual(['sent', 'sent', 'sent']);
    expect(rows[0]!.text).toContain('teodora Example has added you to Rivers and Cities (RVC 210) in Juror');
    expect(rows[0]!.text).toContain('\n\nWe begin on Monday.\n\n');
    expect(rows[0]!.text).not.toContain('/set-password/');
    const tokens = await Promise.all(
      rows.map(
        async ({ id }) => /https:\/\/juror\.example\/set-password\/([\w-]+)/.exec(await sentFile(id))![1]!,
      ),
    );
    expect(new Set(tokens).size).toBe(3);
    for (const token of tokens) await choose(token, 200);
    expect(await person('noor')).toMatchObject({ comesIn: 'password' });
    const { what, after } = await server.db
      .selectFrom('record')
      .selectAll()
      .where('what', '=', 'roster.invited')
      .executeTakeFirstOrThrow();
    expect(what).toBe('roster.invited');
    expect(after).not.toContain(tokens[0]!);
  });
  it('again replace a mail that waits, and end the link of one that went out', async () => {
    const [noor] = await ids();
    await invite([noor!]);
    await invite([noor!]);
    await server.deps.mailer.pass();
    expect((await mails()).map(({ state }) => state).sort()).toEqual(['dropped', 'sent']);
    const [first] = (await mails()).filter(({ state }) => state === 'sent');
    const token = /set-password\/([\w-]+)/.exec(await sentFile(first!.id))![1]!;
    server.now += HOUR;
    server.wall += HOUR;
    await invite([noor!]);
    await server.deps.mailer.pass();
    await choose(token, 404);
  });
  it('to those with a password say to use it, and make no link', async () => {
    await invite(['ines']);
    await server.deps.mailer.pass();
    const [mail] = await mails();
    expect(mail!.text).toContain('the password you already have:\nhttps://juror.example/sign-in');
    expect(await server.db.selectFrom('password_link').selectAll().execute()).toEqual([]);
  });
  it('do not go out to who is gone, nor in the name of who may invite no more', async () => {
    const [noor, said] = await ids();
    await invite([noor!, said!]);
    await server.db.updateTable('member').set({ removed_at: 1 }).where('person_id', '=', noor!).execute();
    server.courses.forget('rivers');
    await server.deps.mailer.pass();
    expect((await mails()).map(({ state }) => state).sort()).toEqual(['dropped', 'sent']);
    await invite([said!]);
    await server.db
      .updateTable('member')
      .set({ role: 'assistant' })
      .where('person_id', '=', 'teodora')
      .execute();
    server.courses.forget('rivers');
    await server.deps.mailer.pass();
    expect((await mails()).filter(({ state }) => state === 'dropped')).toHaveLength(2);
  });
  it('as links to hand over are made for who has no password and may be made one', async () => {
    const people = await ids();
    await server.db.updateTable('person').set({ password_hash: null }).where('id', '=', 'pilar').execute();
    const made = await links([...people, 'ines', 'pilar']);
    expect(made.leftOut).toBe(2);
    expect(made.links).toHaveLength(3);
    expect(made.links[0]).toMatchObject({ name: 'noor Example', section: 'morning' });
    expect(await person('noor')).toMatchObject({ invited: { by: 'link' } });
    await choose(made.links[0].address.split('/').at(-1), 200);
    // New ones end those before.
    const again = await links(people);
    expect(again.links).toHaveLength(2);
    await choose(made.links[1].address.split('/').at(-1), 404);
    await choose(again.links[0].address.split('/').at(-1), 200);
  });
  it('are the instructors’ alone, of their own course, for its own people', async () => {
    for (const who of ['pilar', 'ines']) {
      const other = await server.as(who);
      await other.get(`${C}/invitations`).expect(404);
      await other.send('post', `${C}/invitations`, { people: ['ines'], note: '' }).expect(404);
      await other.send('post', `${C}/invitations/links`, { people: ['ines'] }).expect(404);
    }
    await server.db
      .insertInto('person')
      .values({
        id: 'stranger',
        email: 'stranger@fenwick-hollow.example',
        given_name: 'A',
        family_name: 'Stranger',
        preferred_name: null,
        sortable_name: 'Stranger, A',
        password_hash: null,
      })
      .execute();
    expect(await links(['stranger'])).toEqual({ links: [], leftOut: 1 });
    expect(await invite(['stranger'])).toEqual({ made: 0, leftOut: 1 });
    const empty = await teodora.send('post', `${C}/invitations`, { people: [], note: '' }).expect(422);
    expect(empty.body.errors).toMatchObject([{ field: 'people', message: 'Choose at least one person.' }]);
    await teodora.send('post', `${C}/invitations`, { people: ['ines'], note: 'x'.repeat(2001) }).expect(422);
  });
});
