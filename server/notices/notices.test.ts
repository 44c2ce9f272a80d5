import { afterEach, describe, expect, it } from 'vitest';
import type { NoticeGroup } from '../../contract/notices';
import { at, C, F, settings, withForum, words, type Client } from '../testing/testServer';

type Setting = Awaited<ReturnType<typeof withForum>>;
let c: Setting;
afterEach(() => c.server.close());

const notices = async (who: Client) =>
  (await who.get(`${C}/notices`).expect(200)).body as { unread: number; groups: NoticeGroup[] };
const kinds = async (who: Client) => (await notices(who)).groups.map(({ kind }) => kind);
const told = async (who: Client, kind: string) =>
  (await notices(who)).groups.filter((group) => group.kind === kind);

async function opened() {
  c = await withForum();
  await c.write(c.ines, 'ines-1', 8).expect(200);
  await c.write(c.bram, 'bram-1', 8).expect(200);
  await c.write(c.chidi, 'chidi-1', 8).expect(200);
  c.server.now += 1000;
}

describe('notices', () => {
  it('group answers to the same post, are marked read together, and follow what was read', async () => {
    await opened();
    await c.write(c.bram, 'reply-1', 4, 'ines-1').expect(200);
    c.server.now += 1000;
    await c.write(c.chidi, 'reply-2', 4, 'ines-1').expect(200);
    const [group] = await told(c.ines, 'answer');
    expect(group).toMatchObject({
      count: 2,
      read: false,
      postId: 'reply-1',
      forum: 'Who owns the floodplain?',
    });
    expect(group!.actors.map(({ id }) => id)).toEqual(['chidi', 'bram']);
    await c.ines.send('put', `${C}/notices/read`, { keys: group!.keys }).expect(200);
    expect((await notices(c.ines)).unread).toBe(0);
    await c.write(c.bram, 'reply-3', 4, 'ines-1').expect(200);
    expect((await notices(c.ines)).unread).toBe(1);
    await c.ines.send('put', `${F}/read`, { posts: ['reply-3'], read: true }).expect(200);
    expect((await notices(c.ines)).unread).toBe(0);
  });
  it('are each person’s own: nobody sees them in a vantage, and nobody’s keys mark anything for others', async () => {
    await opened();
    await c.write(c.bram, 'reply-1', 4, 'ines-1').expect(200);
    const seen = await c.teodora.get(`${C}/notices?as=ines&at=${c.server.now}`).expect(200);
    expect(seen.body).toMatchObject({ unread: 0, groups: [] });
    await c.bram.send('put', `${C}/notices/read`, { keys: ['answer:reply-1'] }).expect(200);
    expect((await notices(c.ines)).unread).toBe(1);
    expect(await c.server.db.selectFrom('notice_mark').selectAll().execute()).toEqual([]);
  });
  it('tell what staff did with a post, with the reason', async () => {
    await opened();
    const act = (does: string, reason: string | null) =>
      c.teodora.send('post', `${F}/actions`, { action: does, posts: ['ines-1'], reason }).expect(200);
    await act('hold', null);
    expect(await kinds(c.ines)).toEqual([]);
    c.server.now += 1000;
    await act('return', 'Say where.');
    expect(await told(c.ines, 'returned')).toMatchObject([{ line: 'Say where.', postId: 'ines-1' }]);
    c.server.now += 1000;
    await act('remove', 'Twice now.');
    expect(await told(c.ines, 'removed')).toMatchObject([
      { line: 'Twice now.', actors: [{ id: 'teodora' }] },
    ]);
  });
  it('tell of mentions once they may be read, and staff of what waits', async () => {
    c = await withForum({ hold: 'all' });
    const doc = {
      type: 'doc',
      content: [
        {
          type: 'paragraph',
          content: [
            { type: 'mention', attrs: { id: 'ines', label: '' } },
            { type: 'text', text: ' one two three four five' },
          ],
        },
      ],
    };
    await c.write(c.ines, 'ines-1', 8).expect(200);
    await c.bram
      .send('post', `${F}/posts`, { id: 'bram-1', parentId: null, doc, starter: false, draft: null })
      .expect(200);
    expect(await told(c.ines, 'mention')).toEqual([]);
    expect(await told(c.teodora, 'held')).toMatchObject([{ count: 2 }]);
    c.server.now += 1000;
    await c.teodora
      .send('post', `${F}/actions`, { action: 'approve', posts: ['bram-1', 'ines-1'] })
      .expect(200);
    expect(await told(c.ines, 'mention')).toMatchObject([{ at: c.server.now, postId: 'bram-1' }]);
    expect(await told(c.teodora, 'held')).toEqual([]);
  });
  it('tell who follows a forum of new posts in it, until they say they have seen them', async () => {
    await opened();
    await c.ines.send('put', `${F}/follow`, { follow: true }).expect(200);
    expect((await c.ines.get(F)).body.followed).toBe(true);
    expect(await told(c.ines, 'followed')).toEqual([]);
    c.server.now += 1000;
    await c.write(c.bram, 'bram-2', 8).expect(200);
    c.server.now += 1000;
    await c.write(c.chidi, 'chidi-2', 8).expect(200);
    const [group] = await told(c.ines, 'followed');
    expect(group).toMatchObject({ count: 2, postId: 'bram-2' });
    await c.ines.send('put', `${C}/notices/read`, { keys: 'all' }).expect(200);
    c.server.now += 1000;
    await c.write(c.bram, 'bram-3', 8).expect(200);
    expect(await told(c.ines, 'followed')).toMatchObject([{ count: 1, postId: 'bram-3' }]);
    await c.ines.send('put', `${F}/follow`, { follow: false }).expect(200);
    expect(await told(c.ines, 'followed')).toEqual([]);
  });
});

describe('dates that change', () => {
  const save = (version: number, change: object) => {
    const now = settings();
    const schedule = { ...now.rules.schedule, ...change };
    return c.teodora
      .send('put', `${F}/settings`, {
        version,
        settings: { ...now, rules: { ...now.rules, schedule } },
        publish: true,
        confirmed: true,
      })
      .expect(200);
  };
  const changes = async (who: Client) => {
    await c.server.deps.live.settled();
    return (await told(who, 'dates')).map(({ dates }) => dates);
  };
  it('are told with what they were and what they are, once, and not when they are what they were', async () => {
    c = await withForum();
    await changes(c.ines);
    await save(1, { repliesDue: at('03-09 23:59') });
    expect(await changes(c.ines)).toMatchObject([
      { before: { repliesDue: at('03-08 23:59') }, after: { repliesDue: at('03-09 23:59') } },
    ]);
    await save(2, { repliesDue: at('03-07 23:59') });
    expect(await changes(c.ines)).toMatchObject([{ before: { repliesDue: at('03-08 23:59') } }]);
    await save(3, { repliesDue: at('03-08 23:59') });
    expect(await changes(c.ines)).toEqual([]);
  });
  it('are told to whom they changed for, whatever changed them', async () => {
    c = await withForum();
    await changes(c.ines);
    await c.server.db
      .updateTable('member')
      .set({ accommodation_minutes: 1440 })
      .where('person_id', '=', 'ines')
      .execute();
    c.server.courses.forget('rivers');
    expect(await changes(c.ines)).toMatchObject([{ after: { initialDue: at('03-05 23:59') } }]);
    expect(await changes(c.bram)).toEqual([]);
    await c.ines.send('put', `${C}/notices/read`, { keys: 'all' }).expect(200);
    expect(await changes(c.ines)).toEqual([]);
  });
});

describe('sending', () => {
  const send = (who: Client, to: string[], postId: string | null, id = 'sending-1', line = 'Look at this.') =>
    who.send('post', `${F}/sendings`, { id, postId, to, line });
  it('leads to a post or the forum, with a line; the same twice is one', async () => {
    await opened();
    await send(c.bram, ['ines', 'chidi'], 'bram-1').expect(200);
    await send(c.bram, ['ines', 'chidi'], 'bram-1').expect(200);
    expect(await told(c.ines, 'sent')).toMatchObject([
      { postId: 'bram-1', line: 'Look at this.', actors: [{ id: 'bram' }] },
    ]);
    await send(c.teodora, ['ines'], null, 'sending-2').expect(200);
    expect(await told(c.ines, 'sent')).toHaveLength(2);
  });
  it('is refused by name to staff where the seal is closed; a student’s waits without a word', async () => {
    await opened();
    const dalia = await c.server.as('dalia');
    const refused = await send(c.teodora, ['dalia'], 'bram-1').expect(422);
    expect(refused.body.errors).toEqual([
      { field: 'to', message: expect.stringContaining('sealed for them') as string },
    ]);
    await send(c.bram, ['dalia'], 'bram-1').expect(200);
    expect(await told(dalia, 'sent')).toEqual([]);
    await c.write(dalia, 'dalia-1', 8).expect(200);
    expect(await told(dalia, 'sent')).toMatchObject([{ postId: 'bram-1' }]);
  });
  it('is refused for an aside to others, for a removed post, to oneself, and for what the sender may not read', async () => {
    await opened();
    const aside = {
      id: 'aside',
      parentId: 'bram-1',
      doc: words(3),
      starter: false,
      aside: true,
      draft: null,
    };
    await c.teodora.send('post', `${F}/posts`, aside).expect(200);
    expect((await send(c.bram, ['ines'], 'aside').expect(422)).body.errors[0].message).toContain('aside');
    await send(c.ines, ['chidi'], 'aside').expect(404);
    await send(c.bram, ['bram'], 'bram-1').expect(422);
    await send(c.bram, ['nobody'], 'bram-1').expect(422);
    await send(c.bram, [], 'bram-1').expect(422);
    await c.teodora.send('post', `${F}/actions`, { action: 'remove', posts: ['bram-1'] }).expect(200);
    await send(c.bram, ['ines'], 'bram-1').expect(422);
  });
});
