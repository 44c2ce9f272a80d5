import { afterEach, describe, expect, it } from 'vitest';
import type { ForumView } from '../../contract/discuss';
import { newForum } from '../../contract/newForum';
import { F, keepToEvening, withForum, type Client } from '../testing/testServer';

type Setting = Awaited<ReturnType<typeof withForum>>;
let c: Setting;
afterEach(() => c.server.close());

const lines = async (who: Client) => ((await who.get(F).expect(200)).body as ForumView).posts;
const line = async (who: Client, id: string) => (await lines(who)).find((each) => each.id === id);
const set = (who: Client, post: string, kind: string, stands = true) =>
  who.send('put', `${F}/posts/${post}/highlight`, { kind, stands });

/** A forum in which students ask and help each other: nothing is required, nothing scored, nothing sealed. */
async function helpDesk() {
  const required = {
    ...newForum().rules.required,
    initialRequired: 0,
    initialMinWords: 0,
    replies: 0,
    posts: 0,
  };
  c = await withForum({ openings: 'threadsFreely', seal: null, required, evaluation: null });
  await c.write(c.ines, 'question', 6).expect(200);
  await c.write(c.bram, 'reply-1', 6, 'question').expect(200);
  await c.write(c.chidi, 'reply-2', 6, 'question').expect(200);
  await c.write(c.chidi, 'other', 6).expect(200);
}

describe('what staff make stand out', () => {
  it('is a pinned thread, for everyone who reads it, until it is unpinned', async () => {
    await helpDesk();
    await set(c.teodora, 'other', 'pinned').expect(200);
    await set(c.teodora, 'other', 'pinned').expect(200);
    for (const who of [c.ines, c.teodora]) expect((await line(who, 'other'))!.pinned).toBe(true);
    c.server.now += 1000;
    await set(c.teodora, 'other', 'pinned', false).expect(200);
    expect((await line(c.ines, 'other'))!.pinned).toBeUndefined();
  });
  it('is one answer a thread: another takes its place', async () => {
    await helpDesk();
    await set(c.teodora, 'reply-1', 'answer').expect(200);
    c.server.now += 1000;
    await set(c.teodora, 'reply-2', 'answer').expect(200);
    expect((await lines(c.ines)).flatMap(({ id, answer }) => (answer ? [id] : []))).toEqual(['reply-2']);
  });
  it('is for staff who work with those students', async () => {
    await helpDesk();
    await set(c.ines, 'other', 'pinned').expect(404);
    await keepToEvening(c.server, 'pilar', ['ines']);
    expect((await set(c.pilar, 'other', 'pinned')).status).toBe(403);
    await set(c.pilar, 'question', 'pinned').expect(200);
  });
  it('is refused where it makes no sense', async () => {
    await helpDesk();
    expect((await set(c.teodora, 'reply-1', 'pinned')).body.code).toBe('noThread');
    expect((await set(c.teodora, 'question', 'answer')).body.code).toBe('noAnswer');
    await c.teodora.send('post', `${F}/actions`, { action: 'remove', posts: ['reply-1'] }).expect(200);
    expect((await set(c.teodora, 'reply-1', 'answer')).body.code).toBe('removed');
  });
  it('is no answer where posts are asked for', async () => {
    c = await withForum();
    await c.write(c.ines, 'ines-1', 8).expect(200);
    await c.write(c.bram, 'bram-1', 8).expect(200);
    await c.write(c.bram, 'bram-2', 6, 'ines-1').expect(200);
    expect((await set(c.teodora, 'bram-2', 'answer')).body.code).toBe('noAnswer');
  });
  it('ends where the post is moved', async () => {
    await helpDesk();
    await set(c.teodora, 'reply-1', 'answer').expect(200);
    c.server.now += 1000;
    await c.teodora
      .send('put', `${F}/posts/reply-1/place`, { parentId: 'other', questionId: null })
      .expect(200);
    expect((await line(c.ines, 'reply-1'))!.answer).toBeUndefined();
  });
});
