import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { DeskView } from '../../contract/evaluate';
import type { RehearsalView } from '../../contract/rehearsal';
import type { ForumForEdit } from '../../contract/plan';
import { at, C, F, withForum } from '../testing/testServer';

type Course = Awaited<ReturnType<typeof withForum>>;
let c: Course;
let asked = 0;

const editOf = async () => (await c.teodora.get(`${F}/settings`).expect(200)).body as ForumForEdit;
const deskOf = async (student: string) =>
  (await c.teodora.get(`${F}/docket/${student}`).expect(200)).body as DeskView;
const give = (student: string, points: number, override: object | null = null) =>
  c.teodora
    .send('put', `${F}/docket/${student}/score`, {
      version: 0,
      decisions: { parts: { initial: { points } }, adjustment: null, override },
      remark: null,
      give: true,
    })
    .expect(200);
/** The forum's settings with initial posts that are worth less when they are late. */
const strict = async () => {
  const { settings, version } = await editOf();
  const evaluation = { ...settings.rules.evaluation!, lateness: { kind: 'noCredit' as const } };
  return { version, settings: { ...settings, rules: { ...settings.rules, evaluation } } };
};
const rehearse = async () => {
  const { settings } = await strict();
  const id = `rehearsal-${++asked}`;
  return (await c.teodora.send('post', `${F}/rehearsals`, { id, settings }).expect(200))
    .body as RehearsalView;
};
const save = async (scores?: object) =>
  c.teodora.send('put', `${F}/settings`, { ...(await strict()), publish: false, confirmed: true, scores });

beforeEach(async () => {
  c = await withForum();
  await c.write(c.ines, 'ines-i', 6).expect(200);
  await c.write(c.chidi, 'chidi-i', 6).expect(200);
  // After everything is due, so that both answers are late.
  c.server.now = at('03-09 12:00');
  await c.write(c.bram, 'bram-i', 6).expect(200);
  await give('ines', 500);
  await give('bram', 500);
  await give('chidi', 500, { points: 900, reason: 'Argued in class.' });
});
afterEach(() => c.server.close());

describe('rehearsing a change of rules', () => {
  it('finds what would move, and moves nothing', async () => {
    const before = (await deskOf('bram')).score.points!;
    const { moves, done, of } = await rehearse();
    expect([done, of]).toEqual([4, 4]);
    const bram = moves!.find(({ student }) => student.id === 'bram')!;
    expect(bram).toMatchObject({ stands: 'given', before, stays: null, released: false });
    expect(bram.after).toBeLessThan(before);
    expect(moves!.some(({ student }) => student.id === 'ines')).toBe(false);
    expect((await deskOf('bram')).score.points).toBe(before);
  });
  it('is fetched again by who asked for it, and by nobody else', async () => {
    const { id } = await rehearse();
    expect((await c.teodora.get(`${C}/rehearsals/${id}`).expect(200)).body.moves).toHaveLength(1);
    const anselm = await c.server.as('anselm');
    await anselm.get(`${C}/rehearsals/${id}`).expect(404);
    await c.ines.get(`${C}/rehearsals/${id}`).expect(404);
    const pilar = await c.server.as('pilar');
    await pilar
      .send('post', `${F}/rehearsals`, { id: 'not-hers', settings: (await strict()).settings })
      .expect(404);
  });
  it('asks before given scores move, leaves them where that is wanted, and keeps the rules either way', async () => {
    const before = (await deskOf('bram')).score.points;
    const asks = await (await save()).body;
    expect(asks).toMatchObject({ status: 409, code: 'scoresMove', current: { moves: 1, overridden: 0 } });
    expect((await editOf()).settings.rules.evaluation!.lateness.kind).not.toBe('noCredit');
    expect((await save({ give: 'stay', overrides: false })).status).toBe(200);
    expect((await deskOf('bram')).score.points).toBe(before);
    expect((await editOf()).settings.rules.evaluation!.lateness.kind).toBe('noCredit');
  });
  it('gives anew what moves, released or not, with its explanation and history', async () => {
    await c.teodora.send('put', `${F}/released`, { students: ['bram'], released: true }).expect(200);
    const { moves } = await rehearse();
    expect((await save({ give: 'anew', overrides: false })).status).toBe(200);
    const { score, suggestion } = await deskOf('bram');
    expect(score.points).toBe(moves!.find(({ student }) => student.id === 'bram')!.after);
    expect(score.points).toBe(suggestion!.points);
    expect(score.releasedAt).not.toBeNull();
    expect(score.lines.reduce((sum, line) => sum + line.amount, 0)).toBe(score.points);
    const history = await c.server.db
      .selectFrom('record')
      .select(['what', 'why'])
      .where('subject', 'like', 'score:%:bram')
      .orderBy('id', 'desc')
      .executeTakeFirstOrThrow();
    expect(history).toEqual({ what: 'score.given', why: 'The rules of the forum were changed.' });
    expect((await deskOf('chidi')).score.points).toBe(900);
  });
  it('takes scores given in place of the computed one only where asked', async () => {
    const { settings, version } = await editOf();
    const evaluation = { ...settings.rules.evaluation!, gate: 'whole' as const };
    const required = { ...settings.rules.required, initialMinWords: 40 };
    const change = { version, settings: { ...settings, rules: { ...settings.rules, evaluation, required } } };
    const sent = (scores: object) =>
      c.teodora.send('put', `${F}/settings`, { ...change, publish: false, confirmed: true, scores });
    expect((await sent({ give: 'anew', overrides: true })).status).toBe(200);
    const { score } = await deskOf('chidi');
    expect(score.points).toBe(0);
    expect(score.decisions.override).toBeNull();
  });
  it('does not lower a maximum below a score that stays', async () => {
    const { settings, version } = await editOf();
    const [first, ...others] = settings.rules.evaluation!.parts;
    const evaluation = {
      ...settings.rules.evaluation!,
      maximum: settings.rules.evaluation!.maximum - 200,
      parts: [{ ...first!, maximum: first!.maximum - 200 }, ...others],
    };
    const { body } = await c.teodora
      .send('put', `${F}/settings`, {
        version,
        settings: { ...settings, rules: { ...settings.rules, evaluation } },
        publish: false,
        confirmed: true,
        scores: { give: 'anew', overrides: false },
      })
      .expect(422);
    expect(body.errors[0].field).toBe('rules.evaluation.maximum');
  });
});
