import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { PlanView } from '../../contract/plan';
import { at, C, F, settings, withForum } from '../testing/testServer';

let c: Awaited<ReturnType<typeof withForum>>;
beforeEach(async () => {
  c = await withForum();
});
afterEach(() => c.server.close());

const make = (id: string, change: Parameters<typeof settings>[0] = {}) =>
  c.teodora
    .send('put', `${C}/forums/${id}/settings`, { version: 0, settings: settings(change, id), publish: false })
    .expect(200);
const waitsFor = (forumId: string) => ({
  prerequisites: [{ forumId, condition: { kind: 'allPosts' as const } }],
});
const put = (removed: boolean, ...forums: [id: string, version: number][]) =>
  c.teodora.send('put', `${C}/plan/removed`, {
    forums: forums.map(([id, version]) => ({ id, version })),
    removed,
  });
const plan = async () => (await c.teodora.get(`${C}/plan`).expect(200)).body as PlanView;
const bin = async () => (await c.teodora.get(`${C}/bin`).expect(200)).body.forums as { id: string }[];

describe('the bin', () => {
  it('keeps all a forum holds: it is gone for everyone, and comes back with everything', async () => {
    await c.write(c.ines, 'mine', 8).expect(200);
    expect((await put(true, ['floodplain', 1]).expect(200)).body.versions).toEqual({ floodplain: 2 });
    await c.ines.get(F).expect(404);
    await c.teodora.get(`${F}/settings`).expect(404);
    await c.teodora.get(`${F}/docket`).expect(404);
    await c.write(c.ines, 'more', 8).expect(404);
    expect((await c.teodora.get(`${C}/gradebook`)).body.items).toEqual([]);
    expect((await c.ines.get(`${C}/my-work`)).text).not.toContain('floodplain');
    expect((await plan()).binned).toBe(1);
    expect(await bin()).toMatchObject([{ id: 'floodplain', posts: 1, scores: 0, version: 2 }]);
    expect((await put(false, ['floodplain', 2]).expect(200)).body.versions).toEqual({ floodplain: 3 });
    expect((await c.ines.get(F).expect(200)).body.posts).toHaveLength(1);
    expect(await bin()).toEqual([]);
  });
  it('says how many given scores a forum holds; a score that is only kept is none', async () => {
    await c.write(c.ines, 'ines-i', 8).expect(200);
    await c.write(c.bram, 'bram-i', 8).expect(200);
    const score = (student: string, give: boolean) =>
      c.teodora.send('put', `${F}/docket/${student}/score`, {
        version: 0,
        decisions: { parts: { initial: { points: 500 } }, adjustment: null, override: null },
        remark: null,
        give,
      });
    await score('ines', true).expect(200);
    await score('bram', false).expect(200);
    await put(true, ['floodplain', 1]).expect(200);
    expect(await bin()).toMatchObject([{ posts: 2, scores: 1 }]);
  });
  it('takes several at once, or none of them', async () => {
    await make('second');
    const { body } = await put(true, ['floodplain', 1], ['second', 9]).expect(409);
    expect(body.detail).toBe('Someone else has changed “second” since you opened it.');
    expect(body.current).toMatchObject({ id: 'second', version: 1 });
    expect(await bin()).toEqual([]);
    await put(true, ['floodplain', 1], ['nowhere', 1]).expect(404);
    expect(await bin()).toEqual([]);
    await put(true, ['floodplain', 1], ['second', 1]).expect(200);
    expect((await bin()).map(({ id }) => id).sort()).toEqual(['floodplain', 'second']);
  });
  it('keeps out a forum that another waits for, unless that one goes along', async () => {
    await make('after', waitsFor('floodplain'));
    const { body } = await put(true, ['floodplain', 1]).expect(409);
    expect(body.code).toBe('inUse');
    expect(body.detail).toBe('“after” waits for “Who owns the floodplain?”; change its prerequisites first.');
    await put(true, ['floodplain', 1], ['after', 1]).expect(200);
    await put(false, ['floodplain', 2], ['after', 2]).expect(200);
    expect((await plan()).forums.find(({ id }) => id === 'after')!.forum.prerequisites).toHaveLength(1);
  });
  it('a second request for the same changes nothing', async () => {
    await put(true, ['floodplain', 1]).expect(200);
    expect((await put(true, ['floodplain', 1]).expect(200)).body.versions).toEqual({ floodplain: 2 });
    expect(await bin()).toMatchObject([{ version: 2 }]);
    await put(false, ['floodplain', 1]).expect(409);
  });
  it('is the instructors’, and names what is wrong with a request', async () => {
    await c.pilar
      .send('put', `${C}/plan/removed`, { forums: [{ id: 'floodplain', version: 1 }], removed: true })
      .expect(404);
    expect((await put(true).expect(422)).body.errors).toEqual([
      { field: 'forums', message: 'Choose a forum.' },
    ]);
    await c.pilar.get(`${C}/bin`).expect(200);
    await c.ines.get(`${C}/bin`).expect(404);
  });
  it('stands in the course record, so that a look into the past still sees the forum', async () => {
    c.server.now = at('03-03 12:00');
    await put(true, ['floodplain', 1]).expect(200);
    c.server.now = at('03-06 12:00');
    const seen = (moment: number) => c.teodora.get(`${C}/forums?as=ines&at=${moment}`).expect(200);
    expect((await seen(at('03-02 18:00'))).text).toContain('floodplain');
    expect((await seen(at('03-05 12:00'))).text).not.toContain('floodplain');
  });
});
