import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { courseFile } from '../../contract/courseFile';
import type { AnswerOf } from '../../contract/endpoint';
import type { Announcement, listAnnouncements } from '../../contract/announcements';
import type { NoticeGroup, OutboxMail } from '../../contract/notices';
import { at, C, keepToEvening, withForum, type Client } from '../testing/testServer';

type Course = Awaited<ReturnType<typeof withForum>>;
let c: Course;
beforeEach(async () => {
  c = await withForum();
});
afterEach(() => c.server.close());

const everyone = { kind: 'everyone' as const };
const evening = { kind: 'listed' as const, sectionIds: ['evening'], groupIds: [] };
const save = (who: Client, id: string, change: object = {}) =>
  who.send('put', `${C}/announcements/${id}`, {
    ...{
      version: 0,
      title: 'Gauge walk',
      text: 'We meet at the weir.\nBring boots.',
      to: everyone,
      at: null,
    },
    ...change,
  });
const list = async (who: Client) =>
  ((await who.get(`${C}/announcements`).expect(200)).body as AnswerOf<typeof listAnnouncements>)
    .announcements;
const told = async (who: Client) =>
  ((await who.get(`${C}/notices`).expect(200)).body as { groups: NoticeGroup[] }).groups.filter(
    ({ kind }) => kind === 'announced',
  );

describe('an announcement', () => {
  it('is told to everyone by notice and mail, with all of its text', async () => {
    await c.server.deps.mailer.pass();
    await c.ines.send('put', '/api/mail/choice', { choice: 'atOnce' }).expect(200);
    c.server.now += 1000;
    await save(c.teodora, 'walk').expect(200);
    expect(await told(c.ines)).toMatchObject([
      {
        forum: 'Gauge walk',
        line: 'We meet at the weir.\nBring boots.',
        read: false,
        actors: [{ id: 'teodora' }],
      },
    ]);
    expect(await told(c.pilar)).toEqual([]);
    await c.server.deps.mailer.pass();
    const { mails } = (await c.ines.get('/api/mail/outbox').expect(200)).body as { mails: OutboxMail[] };
    expect(mails).toHaveLength(1);
    expect(mails[0]!.subject).toBe('RVC 210: teodora Example announces “Gauge walk”');
    expect(mails[0]!.text).toContain('We meet at the weir.\n    Bring boots.');
    expect(mails[0]!.text).toContain('https://juror.example/c/rivers/announcements');
    expect(await list(c.ines)).toMatchObject([
      { title: 'Gauge walk', to: null, planned: false, mayChange: false },
    ]);
  });

  it('for a section reaches that section alone, at its moment and not before', async () => {
    await save(c.teodora, 'later', { to: evening, at: at('03-03 08:00') }).expect(200);
    expect(await list(c.teodora)).toMatchObject([{ planned: true, to: evening, mayChange: true }]);
    const file = courseFile.parse((await c.teodora.get(`${C}/course.json`).expect(200)).body);
    expect(file.announcements).toMatchObject([{ id: 'later', to: evening, by: 'teodora' }]);
    expect([await list(c.bram), await told(c.bram)]).toEqual([[], []]);
    c.server.now = at('03-03 08:00');
    expect([(await list(c.bram)).length, (await told(c.bram)).length]).toEqual([1, 1]);
    expect([await list(c.ines), await told(c.ines)]).toEqual([[], []]);
  });

  it('is changed and removed by staff; nobody overwrites what another wrote', async () => {
    const { version } = (await save(c.teodora, 'walk').expect(200)).body as Announcement;
    await save(c.teodora, 'walk').expect(200);
    await save(c.teodora, 'walk', { version, text: 'At the mill.' }).expect(200);
    await save(c.teodora, 'walk', { version, text: 'At the bridge.' }).expect(409);
    await save(c.teodora, 'walk', { version: 2, at: at('03-09 08:00') }).expect(422);
    expect(await told(c.ines)).toMatchObject([{ line: 'At the mill.' }]);
    await c.ines.send('delete', `${C}/announcements/walk`).expect(404);
    await c.teodora.send('delete', `${C}/announcements/walk`).expect(200);
    expect([await told(c.ines), await list(c.teodora)]).toEqual([[], []]);
    await save(c.teodora, 'walk', { version: 2 }).expect(404);
  });

  it('names the field and the remedy of what cannot be', async () => {
    const wrong = async (change: object, field: string) => {
      const { body } = await save(c.teodora, 'wrong', change).expect(422);
      expect((body as { errors: { field: string }[] }).errors[0]!.field).toBe(field);
    };
    await wrong({ title: ' ' }, 'title');
    await wrong({ text: '' }, 'text');
    await wrong({ text: 'x'.repeat(5001) }, 'text');
    await wrong({ at: at('03-01 08:00') }, 'at');
    await wrong({ to: { kind: 'listed', sectionIds: [], groupIds: [] } }, 'to');
    await wrong({ to: { kind: 'listed', sectionIds: ['nowhere'], groupIds: [] } }, 'to');
    await save(c.ines, 'mine').expect(404);
  });

  it('of an assistant of one section reaches that section alone', async () => {
    await keepToEvening(c.server, 'pilar', ['bram', 'dalia']);
    await save(c.pilar, 'all').expect(422);
    await save(c.pilar, 'ours', { to: evening }).expect(200);
    await save(c.teodora, 'walk').expect(200);
    await c.pilar.send('delete', `${C}/announcements/walk`).expect(404);
    const may = new Map((await list(c.pilar)).map(({ id, mayChange }) => [id, mayChange]));
    expect([may.get('ours'), may.get('walk')]).toEqual([true, false]);
  });
});
