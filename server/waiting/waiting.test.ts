import { afterEach, describe, expect, it } from 'vitest';
import type { AnswerOf } from '../../contract/endpoint';
import type { getWaiting } from '../../contract/waiting';
import { at, C, F, keepToEvening, takeFromSection, withForum, type Client } from '../testing/testServer';

type Setting = Awaited<ReturnType<typeof withForum>>;
let c: Setting;
afterEach(() => c.server.close());

const waits = async (who: Client = c.teodora) =>
  (await who.get(`${C}/waiting`).expect(200)).body as AnswerOf<typeof getWaiting>;

const report = (who: Client, post: string) =>
  who.send('put', `${F}/posts/${post}/report`, { reason: 'Look at this.' });

describe('what waits in all forums', () => {
  it('is held posts, reported posts, and posts without a reply while one can post', async () => {
    c = await withForum({ hold: 'first' });
    await c.write(c.ines, 'ines-1', 8).expect(200);
    expect((await waits()).forums).toMatchObject([
      { id: 'floodplain', held: [{ id: 'ines-1', author: { id: 'ines' } }], reported: [], unanswered: null },
    ]);
    await c.teodora.send('post', `${F}/actions`, { action: 'approve', posts: ['ines-1'] }).expect(200);
    await c.write(c.bram, 'bram-1', 8).expect(200);
    await c.teodora.send('post', `${F}/actions`, { action: 'approve', posts: ['bram-1'] }).expect(200);
    await report(c.bram, 'ines-1').expect(200);
    const [forum] = (await waits()).forums;
    expect(forum!.held).toEqual([]);
    expect(forum!.reported).toMatchObject([{ id: 'ines-1', author: { id: 'ines' } }]);
    expect(forum!.unanswered).toMatchObject({ posts: 2 });
  });
  it('names reported posts also once the forum is closed, and nothing else of it', async () => {
    c = await withForum({
      schedule: {
        visibleFrom: null,
        visibleUntil: null,
        postingFrom: null,
        postingUntil: at('03-03 12:00'),
        initialDue: null,
        repliesDue: null,
        reviewsDue: null,
      },
    });
    await c.write(c.ines, 'ines-1', 8).expect(200);
    await c.write(c.bram, 'bram-1', 8).expect(200);
    await report(c.bram, 'ines-1').expect(200);
    c.server.now = at('03-04 12:00');
    expect((await waits()).forums).toMatchObject([
      { held: [], reported: [{ id: 'ines-1' }], unanswered: null },
    ]);
  });
  it('is no entry of a journal that has no reply', async () => {
    c = await withForum({ readers: 'staff', seal: null });
    await c.write(c.ines, 'ines-1', 8).expect(200);
    expect((await waits()).forums).toEqual([]);
  });
  it('is of the students one works with, and for staff', async () => {
    c = await withForum({ hold: 'all' });
    await takeFromSection(c.server, 'bram');
    await keepToEvening(c.server, 'pilar', ['ines']);
    await c.write(c.ines, 'ines-1', 8).expect(200);
    await c.write(c.bram, 'bram-1', 8).expect(200);
    const [forum] = (await waits(c.pilar)).forums;
    expect(forum!.held.map(({ id }) => id)).toContain('ines-1');
    await c.ines.get(`${C}/waiting`).expect(404);
  });
});
