import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { WorkLine } from '../../contract/myWork';
import { at, C, F, settings, withForum, type Client } from '../testing/testServer';

type Course = Awaited<ReturnType<typeof withForum>>;

describe('My work', () => {
  let c: Course;
  const work = async (who: Client) => (await who.get(`${C}/my-work`).expect(200)).body.forums as WorkLine[];
  beforeEach(async () => {
    c = await withForum();
  });
  afterEach(() => c.server.close());

  it('says what is due next, moves on as it is done, and knows lateness', async () => {
    expect((await work(c.ines))[0]).toMatchObject({
      phase: 'open',
      due: at('03-04 23:59'),
      sealed: true,
      standing: 'none',
    });
    await c.write(c.ines, 'mine', 6).expect(200);
    await c.write(c.bram, 'brams', 6).expect(200);
    expect((await work(c.ines))[0]).toMatchObject({
      due: at('03-08 23:59'),
      sealed: false,
      standing: 'partial',
    });
    c.server.now = at('03-09 12:00');
    await c.write(c.ines, 'late', 4, 'brams').expect(200);
    const [line] = await work(c.ines);
    expect(line).toMatchObject({ due: null, standing: 'completeLate' });
    expect(line!.slots.map(({ state, daysLate }) => [state, daysLate])).toEqual([
      ['met', 0],
      ['metLate', 1],
    ]);
  });
  it('counts who answered, once they may be read, and not asides or removed answers', async () => {
    await c.write(c.ines, 'mine', 2).expect(200);
    await c.write(c.bram, 'brams', 6).expect(200);
    await c.write(c.bram, 'to-ines', 4, 'mine').expect(200);
    expect((await work(c.ines))[0]!.answered).toBe(0);
    await c.ines.send('patch', `${F}/posts/mine`, { version: 1, doc: settings().prompt }).expect(200);
    await c.write(c.ines, 'long', 6).expect(200);
    expect((await work(c.ines))[0]!.answered).toBe(1);
    await c.bram.send('delete', `${F}/posts/to-ines`).expect(200);
    expect((await work(c.ines))[0]!.answered).toBe(0);
  });
  it('is overdue only once the grace is over too', async () => {
    const { settings: now, version } = (await c.teodora.get(`${F}/settings`)).body;
    const rules = { ...now.rules, graceMinutes: 30 };
    await c.teodora
      .send('put', `${F}/settings`, { version, settings: { ...now, rules }, publish: false, confirmed: true })
      .expect(200);
    const overdue = async () =>
      (await c.ines.get(`${C}/my-work`).expect(200)).body.forums[0].overdue as boolean;
    c.server.now = at('03-05 00:10');
    expect(await overdue()).toBe(false);
    c.server.now = at('03-05 00:31');
    expect(await overdue()).toBe(true);
  });
  it('names what is locked by its titles, and what has not opened', async () => {
    const rules = {
      schedule: { ...settings().rules.schedule, postingFrom: at('03-03 08:00') },
      prerequisites: [{ forumId: 'floodplain', condition: { kind: 'initialPosts' as const } }],
    };
    await c.teodora
      .send('put', `${C}/forums/second/settings`, {
        version: 0,
        settings: settings(rules, 'Second'),
        publish: true,
      })
      .expect(200);
    const line = async () => (await work(c.ines)).find(({ forumId }) => forumId === 'second')!;
    expect(await line()).toMatchObject({ phase: 'locked', unmet: ['Who owns the floodplain?'] });
    const locked = (await c.ines.get(`${C}/forums/second`).expect(200)).body;
    expect(locked).toMatchObject({
      phase: 'locked',
      promptHtml: '',
      posts: [],
      unmet: [{ title: 'Who owns the floodplain?' }],
    });
    expect((await c.write(c.ines, 'early', 6).expect(200)).body.id).toBe('early');
    expect(await line()).toMatchObject({ phase: 'announced', opensAt: at('03-03 08:00') });
    await c.ines
      .send('post', `${C}/forums/second/posts`, {
        id: 'soon',
        parentId: null,
        doc: settings().prompt,
        starter: false,
        draft: null,
      })
      .expect(403);
  });
  it('is a student’s; staff and the removed find nothing', async () => {
    await c.teodora.get(`${C}/my-work`).expect(404);
    await c.server.db.updateTable('member').set({ removed_at: 1 }).where('person_id', '=', 'chidi').execute();
    const fresh = await withForum();
    await fresh.server.db
      .updateTable('member')
      .set({ removed_at: 1 })
      .where('person_id', '=', 'dalia')
      .execute();
    fresh.server.deps.courses.forget('rivers');
    const dalia = await fresh.server.as('dalia');
    expect((await dalia.get('/api/session')).body.courses).toEqual([]);
    await dalia.get(`${C}/my-work`).expect(404);
    await fresh.server.close();
  });
});
