import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { DeskView } from '../../contract/evaluate';
import type { ScoresView } from '../../contract/scores';
import { plainText } from '../../core/text/plainText';
import { textOf } from '../../core/text/textOf';
import { C, F, keepToEvening, withForum, type Client } from '../testing/testServer';

const EVALUATION = {
  maximum: 1000,
  parts: [
    { id: 'whole', title: 'Everything', maximum: 1000, basis: 'whole' as const, kind: 'direct' as const },
  ],
  lateness: { kind: 'none' as const },
  gate: 'none' as const,
  aboveMaximum: false,
};
const decided = (points: number) => ({ parts: { whole: { points } }, adjustment: null, override: null });

describe('one sheet for a group', () => {
  let c: Awaited<ReturnType<typeof withForum>>;
  const desk = async (who: string, as: Client = c.teodora) =>
    (await as.get(`${F}/docket/${who}`).expect(200)).body as DeskView;
  const keep = (who: string, version: number, points: number, more: object = {}) =>
    c.teodora.send('put', `${F}/docket/${who}/score`, {
      version,
      decisions: decided(points),
      remark: textOf('Thank you, {given name}.'),
      give: false,
      ...more,
    });
  const give = (version: number, more: object = {}, who = 'ines', as: Client = c.teodora) =>
    as.send('post', `${F}/docket/${who}/score/group`, {
      id: `given-to-group-${version}`,
      group: 'osier',
      version,
      withRemark: true,
      preview: false,
      ...more,
    });

  beforeEach(async () => {
    c = await withForum({ seal: null, evaluation: EVALUATION });
    const { db } = c.server;
    await db
      .insertInto('group_plan')
      .values({ id: 'streams', course_id: 'rivers', title: 'Streams' })
      .execute();
    for (const [id, people] of [
      ['osier', ['ines', 'bram', 'chidi']],
      ['marl', ['dalia']],
    ] as const) {
      await db
        .insertInto('group')
        .values({ id, plan_id: 'streams', title: id === 'osier' ? 'Osier Run' : 'Marl Beck', position: 0 })
        .execute();
      for (const person_id of people)
        await db.insertInto('group_member').values({ group_id: id, person_id }).execute();
    }
    c.server.courses.forget('rivers');
    await c.write(c.ines, 'by-ines', 9).expect(200);
  });
  afterEach(() => c.server.close());

  it('is looked at, given to everyone of it, posts or none, and says so to each', async () => {
    expect((await desk('ines')).groups).toEqual([{ id: 'osier', title: 'Osier Run' }]);
    await keep('ines', 0, 800).expect(200);
    const before = await desk('bram');
    const preview = await give(1, { preview: true }).expect(200);
    expect(preview.body.passed).toEqual([]);
    expect(preview.body.changes.map((each: { student: { id: string }; after: number }) => [each.student.id, each.after])) // prettier-ignore
      .toEqual(expect.arrayContaining([['ines', 800], ['bram', 800], ['chidi', 800]])); // prettier-ignore
    expect((await desk('bram')).score).toEqual(before.score);
    await give(1).expect(200);
    for (const who of ['ines', 'bram', 'chidi']) {
      const { score } = await desk(who);
      expect(score.points).toBe(800);
      expect(score.lines.at(-1)).toMatchObject({
        code: 'together',
        params: { group: 'Osier Run', changed: false },
      });
      expect(plainText(score.remark!, { quotes: 'all' })).toContain(`Thank you, ${who}.`);
    }
    expect((await desk('dalia')).score.points).toBeNull();
    const record = await c.server.db
      .selectFrom('record')
      .selectAll()
      .where('what', '=', 'score.given')
      .execute();
    expect(record.map(({ why }) => why)).toEqual(
      Array.from({ length: 3 }, () => 'The same sheet for Osier Run.'),
    );
  });

  it('is changed for one, which is said to that one and to nobody else', async () => {
    await keep('ines', 0, 800).expect(200);
    await give(1).expect(200);
    const { version } = (await desk('bram')).score;
    await keep('bram', version, 600, { give: true }).expect(200);
    expect((await desk('bram')).score.lines.at(-1)!.params).toEqual({ group: 'Osier Run', changed: true });
    expect((await desk('chidi')).score.lines.at(-1)!.params).toEqual({ group: 'Osier Run', changed: false });
    await c.teodora.send('put', `${F}/released`, { students: 'all', released: true }).expect(200);
    const scores = (await c.bram.get(`${C}/scores`).expect(200)).body as ScoresView;
    expect(scores.items[0]!.lines.at(-1)!.params).toEqual({ group: 'Osier Run', changed: true });
  });

  it('passes over whoever has a score or is excused, and is undone in one step', async () => {
    await keep('bram', 0, 300, { give: true }).expect(200);
    await c.teodora.send('put', `${F}/docket/chidi/excused`, { excused: true }).expect(200);
    await keep('ines', 0, 800).expect(200);
    const { body } = await give(1).expect(200);
    expect(body.changes.map((each: { student: { id: string } }) => each.student.id)).toEqual(['ines']);
    expect(body.passed.map(({ why }: { why: string }) => why).sort()).toEqual([
      'excused from the forum',
      'with a score already',
    ]);
    expect((await desk('bram')).score.points).toBe(300);
    const undone = await c.teodora.send('delete', `${F}/docket/actions/given-to-group-1`).expect(200);
    expect(undone.body).toMatchObject({ undone: 1, passed: [] });
    const { score } = await desk('ines');
    expect(score).toMatchObject({ points: null, decisions: decided(800) });
  });

  it('is refused where it was changed since, holds nothing, is of another group, or names are covered', async () => {
    const empty = await give(0).expect(403);
    expect(empty.body.code).toBe('nothingKept');
    await keep('ines', 0, 800).expect(200);
    await give(0).expect(409);
    await give(1, { group: 'marl' }).expect(404);
    await give(1, { group: 'nowhere' }).expect(404);
    const covered = await give(1, { names: 'hidden' }).expect(403);
    expect(covered.body.code).toBe('namesCovered');
    await give(1, {}, 'ines', c.ines).expect(404);
    expect((await desk('bram')).score.version).toBe(0);
  });

  it('reaches only those an assistant works with', async () => {
    await keepToEvening(c.server, 'pilar', ['ines', 'bram']);
    await keep('ines', 0, 800).expect(200);
    const { body } = await give(1, {}, 'ines', c.pilar).expect(200);
    expect(body.changes.map((each: { student: { id: string } }) => each.student.id).sort()).toEqual([
      'bram',
      'ines',
    ]);
    expect((await desk('chidi')).score.points).toBeNull();
    await give(1, {}, 'chidi', c.pilar).expect(404);
  });

  it('gives nothing to anybody while points are missing', async () => {
    await keep('ines', 0, 800, { decisions: { parts: {}, adjustment: null, override: null } }).expect(200);
    const { body } = await give(1).expect(200);
    expect(body.changes).toEqual([]);
    expect(body.passed).toMatchObject([{ why: 'with parts that have no points' }]);
  });
});
