import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { CourseSettingsView } from '../../contract/courseSettings';
import type { AnswerOf } from '../../contract/endpoint';
import type { getAttainment, getStudentAttainment, ReachedOutcome } from '../../contract/outcomes';
import type { ScoresView } from '../../contract/scores';
import { at, C, F, keepToEvening, settings, withForum, type Client } from '../testing/testServer';

const level = (id: string, points: number) => ({ id, title: id, description: '', points });
const criterion = (id: string, outcomes: string[]) => ({
  ...{ id, title: id, description: '', outcomes, basis: 'initial' as const },
  levels: [level('none', 0), level('half', 250), level('full', 500)],
});
const evaluation = {
  ...settings().rules.evaluation!,
  maximum: 1000,
  parts: [
    {
      ...{ id: 'case', title: 'Case', maximum: 1000, basis: 'initial' as const, kind: 'rubric' as const },
      anyNumber: false,
      criteria: [criterion('claim', ['R1']), criterion('source', ['R1', 'R2'])],
    },
  ],
};
const OUTCOMES = [
  { id: 'argues', code: 'R1', text: 'Argues a position' },
  { id: 'sources', code: 'R2', text: 'Uses sources' },
  { id: 'reads', code: 'R3', text: 'Reads maps' },
];

let c: Awaited<ReturnType<typeof withForum>>;
const saveOutcomes = async (outcomes: typeof OUTCOMES) => {
  const { version, settings: now } = (await c.teodora.get(`${C}/settings`).expect(200))
    .body as CourseSettingsView;
  return c.teodora.send('put', `${C}/settings`, { version, settings: { ...now, outcomes } });
};
const decide = async (
  student: string,
  levels: Record<string, string>,
  give: boolean,
  override: object | null = null,
) => {
  const path = `${F}/docket/${student}`;
  const { version } = (await c.teodora.get(path).expect(200)).body.score;
  const criteria = Object.fromEntries(Object.entries(levels).map(([id, levelId]) => [id, { levelId }]));
  const decisions = { parts: { case: { criteria } }, adjustment: null, override };
  await c.teodora.send('put', `${path}/score`, { version, decisions, remark: null, give }).expect(200);
};
const release = (released: boolean) =>
  c.teodora.send('put', `${F}/released`, { students: 'all', released }).expect(200);
const ofClass = async (who: Client = c.teodora) =>
  (await who.get(`${C}/attainment`).expect(200)).body as AnswerOf<typeof getAttainment>;
const reached = (outcomes: readonly ReachedOutcome[]) =>
  Object.fromEntries(
    outcomes.map(({ code, reached: each }) => [code, each && [each.points, each.of, each.criteria]]),
  );
const own = async (who: Client) =>
  reached(((await who.get(`${C}/scores`).expect(200)).body as ScoresView).outcomes);

beforeEach(async () => {
  c = await withForum({ seal: null, evaluation });
  await saveOutcomes(OUTCOMES);
  await c.write(c.ines, 'mine', 60).expect(200);
  await c.write(c.bram, 'theirs', 60).expect(200);
  c.server.now = at('03-09 00:00');
});
afterEach(() => c.server.close());

describe('attainment of outcomes', () => {
  it('is added up from released scores alone, as they were given', async () => {
    await decide('ines', { claim: 'full', source: 'half' }, true);
    expect(await own(c.ines)).toEqual({ R1: null, R2: null, R3: null });
    await release(true);
    const expected = { R1: [750, 1000, 2], R2: [250, 500, 1], R3: null };
    expect(await own(c.ines)).toEqual(expected);
    // What is decided since, and not given, stays among staff.
    await decide('ines', { claim: 'none', source: 'none' }, false);
    expect(await own(c.ines)).toEqual(expected);
    await release(false);
    expect(await own(c.ines)).toEqual({ R1: null, R2: null, R3: null });
  });

  it('takes no notice of another total, nor of one who is excused', async () => {
    await decide('ines', { claim: 'full' }, true, { points: 0, reason: 'copied' });
    await release(true);
    expect(await own(c.ines)).toEqual({ R1: [500, 500, 1], R2: null, R3: null });
    await c.teodora.send('put', `${F}/docket/ines/excused`, { excused: true }).expect(200);
    expect(await own(c.ines)).toEqual({ R1: null, R2: null, R3: null });
  });

  it('shows staff the class, its spread, and what stands behind it', async () => {
    await decide('ines', { claim: 'full', source: 'half' }, true);
    await decide('bram', { claim: 'none', source: 'none' }, true);
    await release(true);
    const { outcomes, rows } = await ofClass();
    expect(outcomes.map(({ code, students, mean }) => [code, students, mean])).toEqual([
      ['R1', 2, 3750],
      ['R2', 2, 2500],
      ['R3', 0, null],
    ]);
    expect(outcomes[0]!.stretches).toEqual([1, 0, 0, 0, 0, 0, 0, 1, 0, 0]);
    expect(rows.find(({ student }) => student.id === 'dalia')!.reached).toEqual([null, null, null]);
    const one = (await c.teodora.get(`${C}/students/ines/attainment`).expect(200)).body as AnswerOf<
      typeof getStudentAttainment
    >;
    expect(one.outcomes[0]!.criteria).toMatchObject([
      {
        forumId: 'floodplain',
        criterion: 'claim',
        level: 'full',
        points: 500,
        of: 500,
        posts: [{ id: 'mine' }],
      },
      { criterion: 'source', level: 'half', points: 250 },
    ]);
    expect(one.outcomes[1]!.criteria.map(({ criterion: title }) => title)).toEqual(['source']);
  });

  it('is for staff who work with the student, and nobody else', async () => {
    await keepToEvening(c.server, 'pilar', ['bram']);
    expect((await ofClass(c.pilar)).rows.map(({ student }) => student.id)).toEqual(['bram', 'dalia']);
    await c.pilar.get(`${C}/students/ines/attainment`).expect(404);
    await c.pilar.get(`${C}/students/bram/attainment`).expect(200);
    await c.ines.get(`${C}/attainment`).expect(404);
    await c.ines.get(`${C}/students/ines/attainment`).expect(404);
  });

  it('follows a code that is changed, in forums and guides of the course; one that goes is taken off', async () => {
    await decide('ines', { claim: 'full', source: 'half' }, true);
    await release(true);
    const guide = {
      kind: 'rubric',
      title: 'Case',
      anyNumber: false,
      criteria: evaluation.parts[0]!.criteria,
    };
    await c.teodora
      .send('put', `${C}/guides/case`, { version: 0, guide, forCourse: true, forums: [] })
      .expect(200);
    await saveOutcomes([{ ...OUTCOMES[0]!, code: 'LO-1' }, OUTCOMES[2]!]).then(({ status }) =>
      expect(status).toBe(200),
    );
    expect(await own(c.ines)).toEqual({ 'LO-1': [750, 1000, 2], R3: null });
    const named = (parts: typeof evaluation.parts) => parts[0]!.criteria.map(({ outcomes }) => outcomes);
    const { body } = await c.teodora.get(`${F}/settings`).expect(200);
    expect(named(body.settings.rules.evaluation.parts as typeof evaluation.parts)).toEqual([
      ['LO-1'],
      ['LO-1'],
    ]);
    const { guides } = (await c.teodora.get(`${C}/guides`).expect(200)).body;
    expect(named([guides[0].guide])).toEqual([['LO-1'], ['LO-1']]);
  });

  it('keeps codes apart, and names what is wrong with a list', async () => {
    const twice = await saveOutcomes([OUTCOMES[0]!, { ...OUTCOMES[1]!, code: 'r1' }]);
    expect(twice.status).toBe(422);
    expect(twice.body.errors[0]).toMatchObject({ field: 'settings.outcomes.1.code' });
    const nothing = await saveOutcomes([{ ...OUTCOMES[0]!, text: ' ' }]);
    expect(nothing.body.errors[0]).toMatchObject({ field: 'settings.outcomes.0.text' });
  });
});
