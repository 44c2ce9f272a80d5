import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { DeskView, DocketView } from '../../contract/evaluate';
import { textOf } from '../../core/text/textOf';
import { at, C, F, withForum, type Client } from '../testing/testServer';

type Course = Awaited<ReturnType<typeof withForum>>;
const D = (student: string) => `${F}/docket/${student}`;
const decisions = (points: number | null, override: { points: number; reason: string } | null = null) => ({
  parts: points === null ? {} : { initial: { points } },
  adjustment: null,
  override,
});

describe('evaluating', () => {
  let c: Course;
  const give = (who: Client, student: string, version: number, points: number | null, rest: object = {}) =>
    who.send('put', `${D(student)}/score`, {
      version,
      decisions: decisions(points),
      remark: null,
      give: true,
      ...rest,
    });
  const states = async (who: Client) => {
    const { rows } = (await who.get(`${F}/docket`).expect(200)).body as DocketView;
    return Object.fromEntries(rows.map((row) => [row.student.id, row.state]));
  };
  beforeEach(async () => {
    c = await withForum();
    await c.write(c.ines, 'ines-i', 6).expect(200);
    await c.write(c.bram, 'bram-i', 6).expect(200);
    await c.write(c.ines, 'ines-r', 4, 'bram-i').expect(200);
    c.server.now = at('03-05 12:00');
    await c.write(c.chidi, 'chidi-i', 6).expect(200);
    c.server.now = at('03-06 12:00');
  });
  afterEach(() => c.server.close());

  it('lists who stands where', async () => {
    expect(await states(c.teodora)).toEqual({
      bram: 'waiting',
      chidi: 'waiting',
      dalia: 'nothing',
      ines: 'ready',
    });
    c.server.now = at('03-09 00:00');
    expect(await states(c.teodora)).toMatchObject({ bram: 'ready', chidi: 'ready', dalia: 'nothing' });
  });
  it('shows an assistant the sections they work with, and students nothing', async () => {
    expect(Object.keys(await states(c.pilar)).sort()).toEqual(['bram', 'dalia']);
    await c.pilar.get(D('ines')).expect(404);
    await give(c.pilar, 'ines', 0, 500).expect(404);
    expect((await c.pilar.get(`${C}/gradebook`)).body.rows).toHaveLength(2);
    for (const path of [`${F}/docket`, D('ines'), `${C}/gradebook`, `${C}/gradebook.csv`, `${C}/evaluate`]) {
      await c.ines.get(path).expect(404);
    }
  });
  it('gives, keeps the explanation, and does not move by itself', async () => {
    const { body } = await give(c.teodora, 'ines', 0, 550, { remark: textOf('Well argued.') }).expect(200);
    const desk = body as DeskView;
    expect(desk.score).toMatchObject({ points: 950, version: 1, givenBy: 'teodora Example' });
    expect(desk.score.lines.reduce((sum, line) => sum + line.amount, 0)).toBe(950);
    await c.ines.send('delete', `${F}/posts/ines-r`).expect(200);
    c.server.now += 1;
    const after = (await c.teodora.get(D('ines'))).body as DeskView;
    expect(after.score.points).toBe(950);
    expect(after.suggestion!.points).toBe(550);
  });
  it('is changed when the student changes something afterwards, until confirmed', async () => {
    await give(c.teodora, 'ines', 0, 550).expect(200);
    c.server.now += 1000;
    await c.ines.send('delete', `${F}/posts/ines-r`).expect(200);
    c.server.now += 1000;
    expect((await states(c.teodora)).ines).toBe('changed');
    expect((await give(c.teodora, 'ines', 1, 550).expect(200)).body).toMatchObject({
      state: 'given',
      score: { points: 550 },
    });
  });
  it('takes lateness away, and says so', async () => {
    const { body } = await give(c.teodora, 'chidi', 0, 600).expect(200);
    expect((body as DeskView).score.lines.find(({ code }) => code === 'lateness')).toMatchObject({
      amount: -60,
      postIds: ['chidi-i'],
    });
  });
  it('refuses what cannot be: missing parts, points outside bounds, an override without reason, an unknown part', async () => {
    expect((await give(c.teodora, 'ines', 0, null).expect(422)).body.errors[0].field).toBe('decisions');
    expect((await give(c.teodora, 'ines', 0, 601).expect(422)).body.errors[0].field).toBe(
      'decisions.parts.initial.points',
    );
    expect((await give(c.teodora, 'ines', 0, -1).expect(422)).body.errors[0].field).toBe(
      'decisions.parts.initial.points',
    );
    await give(c.teodora, 'ines', 0, 1, { decisions: decisions(1, { points: 1001, reason: 'x' }) }).expect(
      422,
    );
    await give(c.teodora, 'ines', 0, 1, { decisions: decisions(1, { points: 900, reason: ' ' }) }).expect(
      422,
    );
    await give(c.teodora, 'ines', 0, 1, {
      decisions: { ...decisions(1), parts: { nothing: { points: 1 } } },
    }).expect(422);
  });
  it('tells two people who score the same student', async () => {
    const anselm = await c.server.as('anselm');
    await give(anselm, 'ines', 0, 500).expect(200);
    const { body } = await give(c.teodora, 'ines', 0, 300).expect(409);
    expect(body.current.score).toMatchObject({ points: 900, version: 1, givenBy: 'anselm Example' });
  });
  it('keeps what is decided without giving it', async () => {
    await give(c.teodora, 'ines', 0, 400, { give: false }).expect(200);
    const desk = (await c.teodora.get(D('ines'))).body as DeskView;
    expect(desk.score).toMatchObject({
      points: null,
      version: 1,
      decisions: { parts: { initial: { points: 400 } } },
    });
    expect(desk.state).toBe('ready');
  });
  it('a student sees a score only while it is released', async () => {
    await give(c.teodora, 'ines', 0, 550, { remark: textOf('Secret until then.') }).expect(200);
    const scores = async () => JSON.stringify((await c.ines.get(`${C}/scores`).expect(200)).body);
    expect(await scores()).not.toMatch(/950|Secret/);
    expect((await c.ines.get(`${C}/my-work`)).body.forums[0].score).toBeNull();
    const set = (released: boolean) =>
      c.teodora.send('put', `${F}/released`, { students: ['ines'], released }).expect(200);
    expect((await set(true)).body.changed).toBe(1);
    expect(await scores()).toMatch(/950.*Secret/);
    expect((await c.bram.get(`${C}/scores`)).body.items[0].points).toBeNull();
    const draft = { remark: textOf('Not given yet.'), give: false };
    await give(c.teodora, 'ines', 1, 550, draft).expect(200);
    expect(await scores()).toMatch(/Secret until then/);
    expect(await scores()).not.toMatch(/Not given yet/);
    await set(false);
    expect(await scores()).not.toMatch(/950|Secret/);
  });
  it('excuses, and no longer', async () => {
    const set = (excused: boolean) => c.teodora.send('put', `${D('dalia')}/excused`, { excused }).expect(200);
    await set(true);
    expect((await states(c.teodora)).dalia).toBe('excused');
    await set(false);
    expect((await states(c.teodora)).dalia).toBe('nothing');
  });
  it('stands in the gradebook and in its CSV', async () => {
    await give(c.teodora, 'ines', 0, 550).expect(200);
    c.server.now = at('03-09 00:00');
    const { rows } = (await c.teodora.get(`${C}/gradebook`).expect(200)).body;
    const row = (id: string) => rows.find((each: { student: { id: string } }) => each.student.id === id);
    expect(row('ines')).toMatchObject({
      cells: [{ state: 'given', points: 950 }],
      total: { percent: 9500 },
    });
    expect(row('dalia')).toMatchObject({
      cells: [{ state: 'nothing', zero: true }],
      total: { percent: 0 },
    });
    const csv = await c.teodora
      .get(`${C}/gradebook.csv`)
      .expect(200)
      .expect('content-type', 'text/csv; charset=utf-8');
    expect(csv.text).toContain(
      'Student number,Name,E-mail,Section,Who owns the floodplain? (10.00),Total %,Letter,Exported at record ',
    );
    expect(csv.text).toContain(
      '\'=ines,"Example, ines",ines@fenwick-hollow.example,morning,9.50,95.00,,\r\n',
    );
  });
  it('a student hears nothing of a forum that is absent for them', async () => {
    const later = { ...(await c.teodora.get(`${F}/settings`)).body.settings, title: 'The secret hearing' };
    later.itemId = null;
    later.rules.schedule.visibleFrom = at('03-20 08:00');
    later.rules.schedule.postingUntil = null;
    later.rules.schedule.initialDue = at('03-22 08:00');
    later.rules.schedule.repliesDue = at('03-24 08:00');
    await c.teodora
      .send('put', `${C}/forums/later/settings`, { version: 0, settings: later, publish: true })
      .expect(200);
    for (const path of ['scores', 'my-work', 'forums']) {
      expect(JSON.stringify((await c.ines.get(`${C}/${path}`).expect(200)).body)).not.toContain(
        'secret hearing',
      );
    }
  });
});
