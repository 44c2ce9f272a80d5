import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { at, withForum } from '../testing/testServer';

let c: Awaited<ReturnType<typeof withForum>>;
beforeEach(async () => {
  c = await withForum();
});
afterEach(() => c.server.close());

describe('hours', () => {
  it('are 24 until a person chooses, and then their own alone', async () => {
    await c.ines.send('put', '/api/session/hours', { hours: 12 }).expect(200);
    expect((await c.ines.get('/api/session')).body).toMatchObject({ person: { hours: 12 } });
    expect((await c.bram.get('/api/session')).body).toMatchObject({ person: { hours: 24 } });
    await c.ines.send('put', '/api/session/hours', { hours: 13 }).expect(422);
    await c.ines.send('put', '/api/session/hours', {}).expect(422);
    expect((await c.ines.get('/api/session')).body).toMatchObject({ person: { hours: 12 } });
  });
  it('are those a refusal is told in', async () => {
    await c.ines.send('put', '/api/session/hours', { hours: 12 }).expect(200);
    c.server.now = at('03-11 09:00');
    const refused = async (who: typeof c.ines, id: string) => (await c.write(who, id, 8).expect(403)).body;
    expect(await refused(c.ines, 'ines-1')).toMatchObject({
      detail: 'Posting closed Tue 10 Mar, 11:59\u00a0pm. You can still read everything.',
    });
    expect(await refused(c.bram, 'bram-1')).toMatchObject({
      detail: 'Posting closed Tue 10 Mar, 23:59. You can still read everything.',
    });
  });
  it('are those mail is written in', async () => {
    await c.server.deps.mailer.pass();
    for (const who of [c.ines, c.bram])
      await who.send('put', '/api/mail/choice', { choice: 'atOnce' }).expect(200);
    await c.ines.send('put', '/api/session/hours', { hours: 12 }).expect(200);
    c.server.now = at('03-04 09:00');
    await c.server.deps.mailer.pass();
    const mail = async (who: typeof c.ines) =>
      (await who.get('/api/mail/outbox').expect(200)).body as { mails: { text: string }[] };
    expect((await mail(c.ines)).mails[0]!.text).toContain('due Wed 4 Mar, 11:59\u00a0pm');
    expect((await mail(c.bram)).mails[0]!.text).toContain('due Wed 4 Mar, 23:59');
  });
});
