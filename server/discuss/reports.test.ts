import { afterEach, describe, expect, it } from 'vitest';
import type { ForumView } from '../../contract/discuss';
import type { ModerateView } from '../../contract/moderate';
import { seenPosts } from '../testing/seenPosts';
import { at, C, F, keepToEvening, withForum, type Client } from '../testing/testServer';

let c: Awaited<ReturnType<typeof withForum>>;
afterEach(() => c.server.close());

const forumFor = async (who: Client) => (await who.get(F).expect(200)).body as ForumView;
const seen = async (who: Client) => seenPosts(await forumFor(who));

/** Ines, Bram and Chidi have opened the seal. */
async function talk() {
  c = await withForum();
  for (const [who, id] of [
    [c.ines, 'ines-1'],
    [c.bram, 'bram-1'],
    [c.chidi, 'chidi-1'],
  ] as const)
    await c.write(who, id, 8).expect(200);
  c.server.now += 1000;
}

describe('reporting a post to staff', () => {
  const report = (who: Client, post: string, reason = 'It makes fun of a classmate.') =>
    who.send('put', `${F}/posts/${post}/report`, { reason });
  const moderate = async (who: Client) =>
    ((await who.get(`${F}/moderate`).expect(200)).body as ModerateView).reported;
  const kinds = async (who: Client) =>
    ((await who.get(`${C}/notices`).expect(200)).body as { groups: { kind: string }[] }).groups.map(
      ({ kind }) => kind,
    );
  it('tells staff who, why and what; the newer reason of the same student counts, and settled it is put away', async () => {
    await talk();
    await report(c.ines, 'bram-1').expect(200);
    await report(c.ines, 'bram-1', 'It names a classmate’s illness.').expect(200);
    await report(c.chidi, 'bram-1').expect(200);
    expect((await forumFor(c.teodora)).care).toMatchObject({ reported: 1 });
    const [reported] = await moderate(c.teodora);
    expect(reported).toMatchObject({ id: 'bram-1', author: { id: 'bram' }, removed: false });
    expect(reported!.reports.map(({ by, reason }) => [by.id, reason])).toEqual([
      ['ines', 'It names a classmate’s illness.'],
      ['chidi', 'It makes fun of a classmate.'],
    ]);
    expect(await kinds(c.teodora)).toContain('reported');
    expect((await seen(c.ines)).find(({ id }) => id === 'bram-1')!.reported).toBe(true);
    await c.teodora.send('put', `${F}/posts/bram-1/reports/settled`).expect(200);
    await c.teodora.send('put', `${F}/posts/bram-1/reports/settled`).expect(404);
    expect(await moderate(c.teodora)).toEqual([]);
    expect(await kinds(c.teodora)).not.toContain('reported');
    expect((await seen(c.ines)).find(({ id }) => id === 'bram-1')!.reported).toBe(false);
    // What comes up again may be reported again.
    await report(c.ines, 'bram-1').expect(200);
    expect(await moderate(c.teodora)).toHaveLength(1);
  });
  it('changes nothing for anybody else: its author, other students, and who looks through the eyes of the one who reported', async () => {
    await talk();
    const before = await Promise.all([c.bram, c.chidi].map(async (who) => (await who.get(F)).text));
    const notices = await Promise.all([c.bram, c.chidi].map((who) => kinds(who)));
    await report(c.ines, 'bram-1').expect(200);
    expect(await Promise.all([c.bram, c.chidi].map(async (who) => (await who.get(F)).text))).toEqual(before);
    expect(await Promise.all([c.bram, c.chidi].map((who) => kinds(who)))).toEqual(notices);
    for (const who of [c.bram, c.chidi]) await who.get(`${F}/moderate`).expect(404);
    await c.bram.send('put', `${F}/posts/bram-1/reports/settled`).expect(404);
    const record = await c.server.db.selectFrom('record').selectAll().execute();
    expect(JSON.stringify(record)).not.toContain('fun of a classmate');
  });
  it('is for what a student may read of others, also when posting is over; and needs a reason', async () => {
    await talk();
    await report(c.ines, 'ines-1').expect(403);
    await report(c.teodora, 'bram-1').expect(404);
    await report(c.ines, 'bram-1', '  ').expect(422);
    await report(c.ines, 'nothing-there').expect(404);
    const dalia = await c.server.as('dalia');
    await report(dalia, 'bram-1').expect(404);
    c.server.now = at('03-11 12:00');
    await report(c.ines, 'bram-1').expect(200);
  });
  it('reaches an assistant of other sections neither as a list, nor as a number, nor as a notice', async () => {
    await talk();
    await keepToEvening(c.server, 'pilar', ['chidi']);
    await report(c.chidi, 'ines-1').expect(200);
    await report(c.ines, 'chidi-1').expect(200);
    expect((await moderate(c.pilar)).map(({ id }) => id)).toEqual(['chidi-1']);
    expect((await forumFor(c.pilar)).care).toMatchObject({ reported: 1 });
    await c.pilar.send('put', `${F}/posts/ines-1/reports/settled`).expect(403);
  });
});
