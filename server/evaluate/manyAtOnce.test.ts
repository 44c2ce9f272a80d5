import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { DeskView, DocketView } from '../../contract/evaluate';
import { textOf } from '../../core/text/textOf';
import { at, C, F, withForum, type Client } from '../testing/testServer';

type Course = Awaited<ReturnType<typeof withForum>>;
let c: Course;
let acts = 0;

const states = async () => {
  const { rows } = (await c.teodora.get(`${F}/docket`).expect(200)).body as DocketView;
  return Object.fromEntries(rows.map((row) => [row.student.id, row.state]));
};
const act = (who: Client, body: object) =>
  who.send('post', `${F}/docket`, { id: `act-${++acts}`, preview: false, ...body });
const deskOf = async (student: string) =>
  (await c.teodora.get(`${F}/docket/${student}`).expect(200)).body as DeskView;
const keep = (student: string, points: number) =>
  c.teodora.send('put', `${F}/docket/${student}/score`, {
    version: 0,
    decisions: { parts: { initial: { points } }, adjustment: null, override: null },
    remark: null,
    give: false,
  });
const changed = (body: { changes: { student: { id: string } }[] }) =>
  body.changes.map(({ student }) => student.id).sort();

beforeEach(async () => {
  c = await withForum();
  await c.write(c.ines, 'ines-i', 6).expect(200);
  await c.write(c.bram, 'bram-i', 6).expect(200);
  await c.write(c.ines, 'ines-r', 4, 'bram-i').expect(200);
  await c.write(c.chidi, 'chidi-i', 6).expect(200);
  c.server.now = at('03-09 12:00');
});
afterEach(() => c.server.close());

describe('many at once', () => {
  it('accepts complete suggestions, tells whom it passes over, and does nothing as a preview', async () => {
    await keep('ines', 550).expect(200);
    const preview = await act(c.teodora, { action: 'accept', students: 'ready', preview: true }).expect(200);
    expect(changed(preview.body)).toEqual(['ines']);
    expect(preview.body.changes[0]).toMatchObject({ before: null, after: 950 });
    expect(preview.body.passed).toMatchObject([
      { why: 'with parts that have no points', students: [{ id: 'bram' }, { id: 'chidi' }] },
    ]);
    expect((await states()).ines).toBe('ready');
    await act(c.teodora, { action: 'accept', students: 'ready' }).expect(200);
    expect((await deskOf('ines')).score).toMatchObject({ points: 950, givenBy: 'teodora Example' });
  });
  it('gives 0 to everyone with nothing, with its reason, and takes it back in one step', async () => {
    expect(await states()).toMatchObject({ dalia: 'nothing' });
    const { body } = await act(c.teodora, { action: 'zero', students: 'nothing' }).expect(200);
    expect(changed(body)).toEqual(['dalia']);
    expect(await deskOf('dalia')).toMatchObject({
      state: 'given',
      score: { points: 0, decisions: { override: { reason: 'Nothing was written.' } } },
    });
    const undone = await c.teodora.send('delete', `${F}/docket/actions/act-${acts}`).expect(200);
    expect(undone.body).toEqual({ undone: 1, passed: [] });
    expect(await deskOf('dalia')).toMatchObject({ state: 'nothing', score: { points: null } });
    await c.teodora.send('delete', `${F}/docket/actions/act-${acts}`).expect(404);
  });
  it('excuses everyone with nothing, and leaves those who wrote', async () => {
    const { body } = await act(c.teodora, { action: 'excuse', students: ['dalia', 'ines'] }).expect(200);
    expect(changed(body)).toEqual(['dalia']);
    expect(body.passed[0]).toMatchObject({ students: [{ id: 'ines' }] });
    expect(await states()).toMatchObject({ dalia: 'excused' });
  });
  it('adds a remark with each student’s name, which waits for the score or joins it', async () => {
    await keep('ines', 550).expect(200);
    await act(c.teodora, { action: 'accept', students: ['ines'] }).expect(200);
    await c.teodora.send('put', `${F}/released`, { students: ['ines'], released: true }).expect(200);
    const remark = textOf('{given name}, see the map in “{forum}”: {score}.');
    await act(c.teodora, { action: 'remark', students: ['ines', 'bram'], remark }).expect(200);
    const scores = JSON.stringify((await c.ines.get(`${C}/scores`)).body);
    expect(scores).toContain('ines, see the map in');
    expect(JSON.stringify((await deskOf('bram')).score.remark)).toContain('bram, see the map');
    await act(c.teodora, { action: 'remark', students: ['ines'] }).expect(422);
  });
  it('undoing passes over whoever was scored or released since', async () => {
    await keep('ines', 550).expect(200);
    await act(c.teodora, { action: 'accept', students: ['ines'] }).expect(200);
    await c.teodora.send('put', `${F}/released`, { students: ['ines'], released: true }).expect(200);
    const { body } = await c.teodora.send('delete', `${F}/docket/actions/act-${acts}`).expect(200);
    expect(body).toMatchObject({ undone: 0, passed: [{ id: 'ines' }] });
    expect((await deskOf('ines')).score.points).toBe(950);
  });
  it('is the course of those an assistant works with, and of no student', async () => {
    const { body } = await act(c.pilar, { action: 'excuse', students: 'nothing', preview: true }).expect(200);
    expect(changed(body)).toEqual(['dalia']);
    const all = await act(c.pilar, {
      action: 'remark',
      students: ['ines'],
      remark: textOf('x'),
      preview: true,
    });
    expect(all.body.changes).toEqual([]);
    await act(c.ines, { action: 'excuse', students: 'nothing' }).expect(404);
  });
});

describe('saved remarks', () => {
  const R = `${C}/remarks`;
  const list = async (who: Client) => (await who.get(R).expect(200)).body.remarks as { id: string }[];
  it('are one’s own until they are shared, and changed by their owner alone', async () => {
    await c.teodora.send('put', `${R}/remark-1`, { text: '{given name}, more.', shared: false }).expect(200);
    expect(await list(c.teodora)).toMatchObject([{ id: 'remark-1', mine: true, uses: {} }]);
    expect(await list(c.pilar)).toEqual([]);
    await c.teodora.send('put', `${R}/remark-1`, { text: '{given name}, less.', shared: true }).expect(200);
    expect(await list(c.pilar)).toMatchObject([{ text: '{given name}, less.', mine: false }]);
    await c.pilar.send('put', `${R}/remark-1`, { text: 'Mine now', shared: true }).expect(409);
    await c.pilar.send('delete', `${R}/remark-1`).expect(404);
    await c.pilar.send('post', `${R}/remark-1/uses`, { choices: ['case position clear'] }).expect(200);
    await c.teodora.send('post', `${R}/remark-1/uses`, { choices: ['case position clear'] }).expect(200);
    expect(await list(c.teodora)).toMatchObject([{ uses: { 'case position clear': 2 } }]);
    await c.teodora.send('delete', `${R}/remark-1`).expect(200);
    expect(await list(c.teodora)).toEqual([]);
    await c.ines.get(R).expect(404);
    await c.teodora.send('put', `${R}/remark-2`, { text: ' ', shared: false }).expect(422);
  });
  it('have their places filled in when the score is given', async () => {
    await c.teodora
      .send('put', `${F}/docket/ines/score`, {
        version: 0,
        decisions: { parts: { initial: { points: 500 } }, adjustment: null, override: null },
        remark: textOf('{given name}: {score}'),
        give: true,
      })
      .expect(200);
    expect(JSON.stringify((await deskOf('ines')).score.remark)).toContain('ines: 9.00');
  });
});
