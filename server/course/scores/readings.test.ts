import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { DeskView, DocketView } from '../../../contract/evaluate';
import type { ForumForEdit } from '../../../contract/plan';
import { textOf } from '../../../core/text/textOf';
import { at, F, withForum, type Client } from '../../testing/testServer';

type Course = Awaited<ReturnType<typeof withForum>>;
let c: Course;
let anselm: Client;

const docketOf = async (who: Client, query = '') =>
  (await who.get(`${F}/docket${query}`).expect(200)).body as DocketView;
const rowOf = async (who: Client, student = 'ines') =>
  (await docketOf(who)).rows.find((row) => row.student.id === student)!;
const deskOf = async (who: Client, student = 'ines') =>
  (await who.get(`${F}/docket/${student}`).expect(200)).body as DeskView;
const save = async (who: Client, points: number, give = true, student = 'ines') => {
  c.server.now += 60_000;
  const { version } = (await deskOf(who, student)).score;
  return who.send('put', `${F}/docket/${student}/score`, {
    version,
    decisions: { parts: { initial: { points } }, adjustment: null, override: null },
    remark: null,
    give,
  });
};
const settle = async (who: Client, where: string) =>
  who.send('put', `${F}/docket/ines/settlement`, {
    version: (await deskOf(who)).score.version,
    at: where,
  });

beforeEach(async () => {
  c = await withForum();
  anselm = await c.server.as('anselm');
  const { settings, version } = (await c.teodora.get(`${F}/settings`).expect(200)).body as ForumForEdit;
  const evaluation = { ...settings.rules.evaluation!, secondReading: true };
  await c.teodora
    .send('put', `${F}/settings`, {
      version,
      settings: { ...settings, rules: { ...settings.rules, evaluation } },
      publish: false,
    })
    .expect(200);
  await c.write(c.ines, 'ines-i', 6).expect(200);
  await c.write(c.bram, 'bram-i', 6).expect(200);
  c.server.now = at('03-09 12:00');
  expect((await save(c.teodora, 500)).status).toBe(200);
});
afterEach(() => c.server.close());

describe('a second reading', () => {
  it('is asked of who has not read the student, and keeps from them what the first has given', async () => {
    expect((await rowOf(c.teodora)).reading).toEqual({ wanted: false, given: 1, settle: false });
    expect(await rowOf(anselm)).toMatchObject({ points: null, reading: { wanted: true, given: 1 } });
    const view = await deskOf(anselm);
    expect(view.reading).toEqual({
      second: true,
      by: 'teodora Example',
      readings: [],
      mean: null,
      settle: false,
    });
    expect(view.score).toMatchObject({ version: 0, points: null, givenBy: null, lines: [], remark: null });
    expect(view.score.decisions.parts).toEqual({});
    expect(view.suggestion!.incomplete).toBe(true);
  });
  it('is given before anything of the first is learned: by acting on many, by confirming', async () => {
    for (const action of ['accept', 'zero', 'excuse', 'remark'])
      for (const preview of [true, false]) {
        const { body } = await anselm
          .send('post', `${F}/docket`, {
            id: `act-${action}`,
            action,
            students: ['ines'],
            preview,
            remark: action === 'remark' ? textOf('Well read.') : null,
          })
          .expect(200);
        expect(body).toEqual({
          changes: [],
          passed: [
            { why: 'waiting for a reading of your own', students: [expect.objectContaining({ id: 'ines' })] },
          ],
        });
      }
    const { version } = (await deskOf(c.teodora)).score;
    const refused = await anselm.send('put', `${F}/docket/ines/confirmed`, { version }).expect(403);
    expect(refused.body.code).toBe('readFirst');
    expect(refused.text).not.toContain('500');
  });
  it('is kept as it is typed, and leaves the score what it is', async () => {
    expect((await save(anselm, 300, false)).status).toBe(200);
    expect((await deskOf(anselm)).score).toMatchObject({
      version: 1,
      decisions: { parts: { initial: { points: 300 } } },
    });
    const first = await deskOf(c.teodora);
    expect(first.score.decisions.parts.initial!.points).toBe(500);
    expect(first.reading!.readings).toHaveLength(1);
    expect((await save(anselm, 300)).status).toBe(200);
    expect((await deskOf(c.teodora)).score.points).toBe(first.score.points);
  });
  it('shows both once both have read, and how often they agree', async () => {
    await save(anselm, 500);
    const { reading, score } = await deskOf(anselm);
    expect(reading!.readings.map(({ mine, points }) => [mine, points])).toEqual([
      [false, score.points],
      [true, score.points],
    ]);
    expect(reading!.settle).toBe(false);
    expect((await docketOf(anselm)).forum.agreement).toEqual({
      pairs: 1,
      same: 1,
      near: 1,
      meanDifference: 0,
    });
  });
  it('is settled at what one of them gave, or at the mean; and by giving a score', async () => {
    await save(anselm, 300);
    const apart = (await deskOf(anselm)).reading!;
    expect((await rowOf(c.teodora)).reading).toMatchObject({ settle: true, given: 2 });
    expect((await settle(c.teodora, 'anselm')).body.score.points).toBe(apart.readings[1]!.points);
    expect((await rowOf(c.teodora)).reading).toMatchObject({ settle: false });
    expect((await settle(anselm, 'mean')).body.score).toMatchObject({
      points: apart.mean,
      decisions: { override: { reason: 'The mean of two readings.' } },
    });
    await save(c.teodora, 450);
    expect((await deskOf(c.teodora)).reading!.readings.map(({ points }) => points)).toEqual(
      apart.readings.map(({ points }) => points),
    );
    expect((await settle(c.teodora, 'bram')).status).toBe(404);
  });
  it('holds a disagreement back when all are released, and nothing else', async () => {
    await save(anselm, 300);
    await save(c.teodora, 400, true, 'bram');
    const released = await c.teodora
      .send('put', `${F}/released`, { students: 'all', released: true })
      .expect(200);
    expect(released.body).toEqual({ changed: 1, unsettled: 1 });
    await settle(anselm, 'mean');
    const again = await c.teodora
      .send('put', `${F}/released`, { students: 'all', released: true })
      .expect(200);
    expect(again.body).toEqual({ changed: 1, unsettled: 0 });
  });
  it('cannot be settled before there are two, nor by who is still to read', async () => {
    expect((await settle(c.teodora, 'mean')).status).toBe(409);
    expect((await settle(anselm, 'mean')).status).toBe(409);
    await c.ines.send('put', `${F}/docket/ines/settlement`, { version: 1, at: 'mean' }).expect(404);
  });
  it('is of who gave a score to many at once, and goes when that is undone', async () => {
    const one = await deskOf(c.teodora, 'bram');
    expect(one.reading!.readings).toEqual([]);
    await save(c.teodora, 300, false, 'bram');
    await c.teodora
      .send('post', `${F}/docket`, { id: 'act-accept', action: 'accept', students: ['bram'], preview: false })
      .expect(200);
    expect((await rowOf(anselm, 'bram')).reading).toMatchObject({ wanted: true });
    await c.teodora.send('delete', `${F}/docket/actions/act-accept`).expect(200);
    expect((await rowOf(anselm, 'bram')).reading).toEqual({ wanted: false, given: 0, settle: false });
  });
  it('covers names until one’s own reading is given', async () => {
    const hidden = await docketOf(anselm, '?names=hidden');
    expect(hidden.rows.map(({ student }) => student.id)).not.toContain('ines');
    await save(anselm, 300);
    expect((await docketOf(anselm, '?names=hidden')).rows.map(({ student }) => student.id)).toContain('ines');
  });
  it('tells who typed a first score meanwhile that theirs can be the second', async () => {
    const { version } = (await deskOf(c.teodora, 'bram')).score;
    await save(anselm, 300, true, 'bram');
    const { body } = await c.teodora
      .send('put', `${F}/docket/bram/score`, {
        version: version + 7,
        decisions: { parts: { initial: { points: 200 } }, adjustment: null, override: null },
        remark: null,
        give: true,
      })
      .expect(409);
    expect(body.detail).toMatch(/second reading/);
    expect(body.current.score).toMatchObject({ version: 0, points: null });
  });
});
