import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { QueuedLook } from '../../contract/secondLooks';
import type { DeskView, DocketView } from '../../contract/evaluate';
import type { ScoresView } from '../../contract/scores';
import { at, C, F, withForum, type Client } from '../testing/testServer';

type Course = Awaited<ReturnType<typeof withForum>>;
let c: Course;

const give = (student: string, points: number, version: number) =>
  c.teodora
    .send('put', `${F}/docket/${student}/score`, {
      version,
      decisions: { parts: { initial: { points } }, adjustment: null, override: null },
      remark: null,
      give: true,
    })
    .expect(200);
const scores = async (who: Client) => (await who.get(`${C}/scores`).expect(200)).body as ScoresView;
const docket = async () => (await c.teodora.get(`${F}/docket`).expect(200)).body as DocketView;
const plan = (when: number | null, who = c.teodora) => who.send('put', `${F}/release-at`, { at: when });

beforeEach(async () => {
  c = await withForum();
  await c.write(c.ines, 'ines-i', 6).expect(200);
  await c.write(c.bram, 'bram-i', 6).expect(200);
  c.server.now = at('03-09 12:00');
  await give('ines', 550, 0);
});
afterEach(() => c.server.close());

describe('a release at a set time', () => {
  const SIX = at('03-09 18:00');
  it('shows nothing before, and then everything given by then, as of that moment', async () => {
    await plan(SIX).expect(200);
    expect((await docket()).forum.releaseAt).toBe(SIX);
    await give('bram', 300, 0);
    c.server.now = SIX - 1;
    await c.server.deps.releases.pass();
    expect((await scores(c.ines)).items[0]!.state).toBe('open');
    c.server.now = SIX + 2000;
    await c.server.deps.releases.pass();
    expect((await scores(c.ines)).items[0]).toMatchObject({ state: 'released', releasedAt: SIX });
    expect((await scores(c.bram)).items[0]!.state).toBe('released');
    expect((await docket()).forum.releaseAt).toBeNull();
    await give('chidi', 100, 0);
    await c.server.deps.releases.pass();
    expect((await docket()).rows.find(({ student }) => student.id === 'chidi')!.released).toBe(false);
  });
  it('is taken back, and is never in the past', async () => {
    await plan(SIX).expect(200);
    await plan(null).expect(200);
    c.server.now = SIX + 1;
    await c.server.deps.releases.pass();
    expect((await scores(c.ines)).items[0]!.state).toBe('open');
    expect((await plan(SIX).expect(422)).body.errors[0].field).toBe('at');
    await plan(SIX + 1000, c.ines).expect(404);
  });
  it('releases for an assistant only those they work with', async () => {
    await give('bram', 300, 0);
    await plan(SIX).expect(200);
    // Pilar works with one section; what staff of all have planned is not hers to cancel, or to make smaller.
    await plan(null, c.pilar).expect(403);
    await plan(SIX + 1000, c.pilar).expect(403);
    expect((await docket()).forum.releaseAt).toBe(SIX);
    await plan(null).expect(200);
    await plan(SIX, c.pilar).expect(200);
    c.server.now = SIX;
    await c.server.deps.releases.pass();
    expect((await scores(c.bram)).items[0]!.state).toBe('released');
    expect((await scores(c.ines)).items[0]!.state).toBe('open');
  });
});

describe('another look', () => {
  const ask = (who: Client, id: string, reason = 'My second reply is not counted.') =>
    who.send('post', `${F}/looks`, { id, reason });
  const answer = (look: string, text = 'I have looked again.') =>
    c.teodora.send('put', `${F}/docket/ines/looks/${look}`, { answer: text });
  beforeEach(async () => {
    await c.teodora.send('put', `${F}/released`, { students: ['ines'], released: true }).expect(200);
  });

  it('is asked for with a reason, stands in the docket, and is answered', async () => {
    expect((await scores(c.ines)).items[0]).toMatchObject({ mayAsk: true, looks: [] });
    await ask(c.ines, 'look-1', ' ').expect(422);
    await ask(c.ines, 'look-1').expect(200);
    await ask(c.ines, 'look-1').expect(200);
    expect((await ask(c.ines, 'look-2').expect(409)).body.detail).toContain('asked already');
    expect((await scores(c.ines)).items[0]).toMatchObject({ mayAsk: false, looks: [{ state: 'asked' }] });
    expect((await docket()).rows.filter(({ asks }) => asks).map(({ student }) => student.id)).toEqual([
      'ines',
    ]);
    c.server.now += 1000;
    expect((await answer('look-1').expect(200)).body as DeskView).toMatchObject({
      looks: [{ state: 'answered', answer: 'I have looked again.', answeredBy: 'teodora Example' }],
    });
    expect((await docket()).rows.some(({ asks }) => asks)).toBe(false);
    expect((await answer('look-1').expect(409)).body.detail).toContain('teodora Example has answered');
  });
  it('says that the score has changed where it was given anew', async () => {
    await ask(c.ines, 'look-1').expect(200);
    c.server.now += 1000;
    await give('ines', 600, 1);
    await answer('look-1').expect(200);
    expect((await scores(c.ines)).items[0]!.looks[0]!.state).toBe('changed');
  });
  it('stands in a queue for staff, those that wait first, each with its score', async () => {
    const queue = async (who: Client = c.teodora) =>
      (await who.get(`${C}/looks`).expect(200)).body.looks as QueuedLook[];
    expect(await queue()).toEqual([]);
    await ask(c.ines, 'look-1').expect(200);
    await answer('look-1').expect(200);
    c.server.now += 1000;
    await ask(c.ines, 'look-2', 'Once more, please.').expect(200);
    expect((await queue()).map(({ id, state }) => [id, state])).toEqual([
      ['look-2', 'asked'],
      ['look-1', 'answered'],
    ]);
    const [first] = await queue();
    expect(first).toMatchObject({
      student: { id: 'ines' },
      forum: { title: 'Who owns the floodplain?' },
      points: (await scores(c.ines)).items[0]!.points,
      reason: 'Once more, please.',
    });
    // Ines is not of the assistant's section.
    expect(await queue(c.pilar)).toEqual([]);
    await c.ines.get(`${C}/looks`).expect(404);
  });
  it('tells nobody else, and nothing to those without a released score', async () => {
    await ask(c.ines, 'look-1').expect(200);
    expect((await ask(c.bram, 'look-3').expect(404)).body.code).toBe('notFound');
    expect(JSON.stringify(await scores(c.bram))).not.toContain('not counted');
    await c.pilar.send('put', `${F}/docket/ines/looks/look-1`, { answer: 'x' }).expect(404);
    await ask(c.teodora, 'look-4').expect(404);
  });
});
