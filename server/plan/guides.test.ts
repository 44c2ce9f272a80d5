import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { DeskView } from '../../contract/evaluate';
import type { KeptGuide } from '../../contract/guides';
import type { ForumForEdit } from '../../contract/plan';
import { at, C, F, withForum, type Client } from '../testing/testServer';

type Course = Awaited<ReturnType<typeof withForum>>;
let c: Course;

const rubric = (full: number, title = 'A case for a river') => ({
  kind: 'rubric' as const,
  title,
  anyNumber: false,
  criteria: [
    {
      id: 'position',
      title: 'Position',
      description: '',
      outcomes: [],
      basis: 'initial' as const,
      levels: [
        { id: 'clear', title: 'Clear', description: '', points: full },
        { id: 'none', title: 'Not there', description: '', points: 0 },
      ],
    },
  ],
});
const keep = (guide: object, body: object = {}, who: Client = c.teodora, id = 'river-case') =>
  who.send('put', `${C}/guides/${id}`, { version: 0, guide, forCourse: true, ...body });
const library = async (who: Client = c.teodora) =>
  (await who.get(`${C}/guides`).expect(200)).body.guides as KeptGuide[];
const editOf = async () => (await c.teodora.get(`${F}/settings`).expect(200)).body as ForumForEdit;
const deskOf = async (student: string) =>
  (await c.teodora.get(`${F}/docket/${student}`).expect(200)).body as DeskView;

/** The forum judged by the rubric of the library, with one score given by it. */
async function inUse(): Promise<void> {
  await keep(rubric(600)).expect(200);
  const { settings, version } = await editOf();
  const [first, ...others] = settings.rules.evaluation!.parts;
  const { id, title, maximum, basis } = first!;
  const part = { ...rubric(600), id, title, maximum, basis, guideId: 'river-case' };
  const parts = [part, ...others];
  const rules = { ...settings.rules, evaluation: { ...settings.rules.evaluation!, parts } };
  await c.teodora
    .send('put', `${F}/settings`, { version, settings: { ...settings, rules }, publish: false })
    .expect(200);
  await c.write(c.ines, 'ines-i', 6).expect(200);
  c.server.now = at('03-09 12:00');
  const criteria = { position: { levelId: 'clear' } };
  await c.teodora
    .send('put', `${F}/docket/ines/score`, {
      version: 0,
      decisions: { parts: { [id]: { criteria } }, adjustment: null, override: null },
      remark: null,
      give: true,
    })
    .expect(200);
}

beforeEach(async () => {
  c = await withForum();
});
afterEach(() => c.server.close());

describe('the library of rubrics, checklists and scales', () => {
  it('keeps a guide for the course or for oneself, changes it, and throws it away', async () => {
    await keep(rubric(600)).expect(200);
    await keep(rubric(300, 'Mine'), { forCourse: false }, c.teodora, 'mine-only').expect(200);
    const anselm = await c.server.as('anselm');
    expect((await library()).map(({ of }) => of)).toEqual(['course', 'mine']);
    expect((await library(anselm)).map(({ id }) => id)).toEqual(['river-case']);
    await keep(rubric(700), { version: 1 }, anselm).expect(200);
    const [changed] = await library();
    expect(changed).toMatchObject({ version: 2, usedIn: [] });
    const { body } = await keep(rubric(800), { version: 1 }).expect(409);
    expect(body.current.criteria[0].levels[0].points).toBe(700);
    await anselm.send('delete', `${C}/guides/mine-only`).expect(404);
    await c.teodora.send('delete', `${C}/guides/river-case`).expect(200);
    expect(await library(anselm)).toEqual([]);
  });
  it('is read by assistants and changed by instructors; to students it does not exist', async () => {
    await keep(rubric(600)).expect(200);
    const pilar = await c.server.as('pilar');
    expect(await library(pilar)).toHaveLength(1);
    await keep(rubric(1), { version: 1 }, pilar).expect(404);
    await c.ines.get(`${C}/guides`).expect(404);
  });
  it.each([
    ['a rubric without criteria', { ...rubric(600), criteria: [] }, 'guide.criteria'],
    ['no name', rubric(600, ' '), 'guide.title'],
    ['points below 0', rubric(-1), 'guide.criteria.0.levels.0.points'],
  ])('refuses %s, and names the field', async (_what, guide, field) => {
    const { body } = await keep(guide).expect(422);
    expect(body.errors[0].field).toBe(field);
  });
  it('tells which forums use it, and leaves them as they are unless they are named', async () => {
    await inUse();
    expect((await library())[0]!.usedIn).toMatchObject([
      { title: 'Who owns the floodplain?', given: 1, differs: false, published: true },
    ]);
    await keep(rubric(900), { version: 1 }).expect(200);
    expect((await library())[0]!.usedIn[0]!.differs).toBe(true);
    expect((await editOf()).settings.rules.evaluation!.maximum).toBe(1000);
  });
  it('gives scores of a named forum anew, or leaves them, as it is said', async () => {
    await inUse();
    const before = (await deskOf('ines')).score.points!;
    const forums = async (give: 'stay' | 'anew') => [
      { id: F.split('/').at(-1), version: (await editOf()).version, scores: { give, overrides: false } },
    ];
    await keep(rubric(700), { version: 1, forums: await forums('stay') }).expect(200);
    expect((await deskOf('ines')).score.points).toBe(before);
    expect((await editOf()).settings.rules.evaluation!.maximum).toBe(1100);
    await keep(rubric(900), { version: 2, forums: await forums('anew') }).expect(200);
    const { score, suggestion } = await deskOf('ines');
    expect(score.points).toBe(suggestion!.points);
    expect(score.points).toBe(before + 300);
  });
  it('writes nothing where one of the forums cannot take it over', async () => {
    await inUse();
    const forums = [{ id: F.split('/').at(-1), version: 1, scores: { give: 'stay', overrides: false } }];
    await keep(rubric(900), { version: 1, forums }).expect(409);
    await keep(rubric(900), { version: 1, forums: [{ ...forums[0]!, id: 'elsewhere' }] }).expect(422);
    expect((await library())[0]).toMatchObject({ version: 1 });
  });
});
