import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { DeskView } from '../../contract/evaluate';
import type { ForumForEdit } from '../../contract/plan';
import { at, F, withForum, type Client } from '../testing/testServer';

type Course = Awaited<ReturnType<typeof withForum>>;
let c: Course;
let part: string;

const give = async (who: Client, student: string, levelId: string) => {
  const { score } = (await who.get(`${F}/docket/${student}`).expect(200)).body as DeskView;
  await who
    .send('put', `${F}/docket/${student}/score`, {
      version: score.version,
      decisions: {
        parts: { [part]: { criteria: { position: { levelId, comment: `for ${student}` } } } },
        adjustment: null,
        override: null,
      },
      remark: null,
      give: true,
    })
    .expect(200);
};
const alike = (who: Client, level: string, more = '') =>
  who.get(`${F}/docket/alike?part=${part}&criterion=position&level=${level}${more}`);

beforeEach(async () => {
  c = await withForum();
  const { settings, version } = (await c.teodora.get(`${F}/settings`).expect(200)).body as ForumForEdit;
  const [first, ...others] = settings.rules.evaluation!.parts;
  part = first!.id;
  const { title, maximum, basis } = first!;
  const levels = [
    { id: 'clear', title: 'Clear', description: '', points: maximum },
    { id: 'none', title: 'Not there', description: '', points: 0 },
  ];
  const criterion = { id: 'position', title: 'Position', description: '', outcomes: [], basis, levels };
  const rubric = {
    id: part,
    title,
    maximum,
    basis,
    kind: 'rubric' as const,
    anyNumber: false,
    criteria: [criterion],
  };
  const evaluation = { ...settings.rules.evaluation!, parts: [rubric, ...others] };
  const next = { ...settings, rules: { ...settings.rules, evaluation } };
  await c.teodora.send('put', `${F}/settings`, { version, settings: next, publish: false }).expect(200);
  for (const [who, student] of [
    [c.ines, 'ines'],
    [c.bram, 'bram'],
    [c.chidi, 'chidi'],
  ] as const)
    await c.write(who, `${student}-i`, 6).expect(200);
  c.server.now = at('03-09 12:00');
  await give(c.teodora, 'ines', 'clear');
  await give(c.teodora, 'bram', 'clear');
  await give(await c.server.as('anselm'), 'chidi', 'none');
});
afterEach(() => c.server.close());

describe('how alike scores are given', () => {
  it('lays others with the same level beside each other, with the posts it was given for', async () => {
    const { body } = await alike(c.teodora, 'clear', '&without=ines').expect(200);
    expect(body).toMatchObject({
      of: 1,
      students: [{ student: { id: 'bram' }, comment: 'for bram', posts: [{ id: 'bram-i', words: 6 }] }],
    });
    expect(body.students[0].here).toBeGreaterThan(0);
    expect((await alike(c.teodora, 'none').expect(200)).body.students[0].student.id).toBe('chidi');
  });
  it('shows assistants those of their sections, and students nothing', async () => {
    const pilar = await c.server.as('pilar');
    expect(
      (await alike(pilar, 'clear').expect(200)).body.students.map(
        (each: { student: { id: string } }) => each.student.id,
      ),
    ).toEqual(['bram']);
    await alike(c.ines, 'clear').expect(404);
    await c.ines.get(`${F}/docket/given`).expect(404);
  });
  it('says not found for what the forum does not have', async () => {
    await c.teodora.get(`${F}/docket/alike?part=${part}&level=clear`).expect(404);
    await c.teodora.get(`${F}/docket/alike?part=none&criterion=position&level=clear`).expect(404);
    await c.teodora.get(`${F}/docket/alike?part=${part}`).expect(422);
  });
  it('counts what was given, by evaluator', async () => {
    const { body } = await c.teodora.get(`${F}/docket/given`).expect(200);
    expect(body.all.count).toBe(3);
    expect(body.evaluators).toMatchObject([
      { name: 'teodora Example', given: { count: 2 } },
      { name: 'anselm Example', given: { count: 1, mean: 0 } },
    ]);
  });
});
