import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { DocketView } from '../../contract/evaluate';
import { F, keepToEvening, takeFromSection, withForum, type Client } from '../testing/testServer';

type Course = Awaited<ReturnType<typeof withForum>>;
let c: Course;

const docketFor = async (who: Client = c.teodora, names = 'shown') =>
  (await who.get(`${F}/docket?names=${names}`).expect(200)).body as DocketView;
const share = (change: object = {}, who: Client = c.teodora) =>
  who.send('put', `${F}/docket/shares`, {
    by: 'number',
    evaluators: ['teodora', 'anselm'],
    keep: false,
    preview: false,
    ...change,
  });
const assign = (students: string[], evaluator: string | null, who: Client = c.teodora, names = 'shown') =>
  who.send('put', `${F}/docket/evaluator`, { students, evaluator, names });
const whose = async (who?: Client) =>
  new Map((await docketFor(who)).rows.map(({ student, evaluator }) => [student.id, evaluator?.id ?? null]));

beforeEach(async () => {
  c = await withForum();
});
afterEach(() => c.server.close());

describe('a docket shared out', () => {
  it('says whose each student is, and how far each evaluator is', async () => {
    const seen = await share({ preview: true }).expect(200);
    expect((await docketFor()).forum.shares).toEqual([]);
    const { body } = await share().expect(200);
    expect(body).toEqual(seen.body);
    const { rows, forum } = await docketFor();
    expect(forum.shares.reduce((sum, { students }) => sum + students, 0)).toBe(rows.length);
    const [one, other] = forum.shares.map(({ students }) => students);
    expect(Math.abs(one! - other!)).toBeLessThanOrEqual(1);
    expect(rows.filter(({ mine }) => mine).length).toBe(forum.shares.find(({ mine }) => mine)!.students);
  });
  it('leaves students where they are, also with someone who is not chosen', async () => {
    await assign(['ines'], 'anselm').expect(200);
    await share({ keep: true, evaluators: ['teodora'] }).expect(200);
    expect((await whose()).get('ines')).toBe('anselm');
    await share({ keep: false, evaluators: ['teodora'] }).expect(200);
    expect((await whose()).get('ines')).toBe('teodora');
  });
  it('gives nobody to an assistant who does not work with them', async () => {
    await takeFromSection(c.server, 'bram');
    await keepToEvening(c.server, 'pilar', ['ines']);
    await share({ evaluators: ['teodora', 'pilar'], by: 'sections' }).expect(200);
    const [all, hers] = [await whose(), await whose(c.pilar)];
    expect([all.get('ines'), all.get('bram')]).toEqual(['pilar', 'teodora']);
    for (const [student, evaluator] of all) if (evaluator === 'pilar') expect(hers.has(student)).toBe(true);
    const wrong = await assign(['bram'], 'pilar');
    expect([wrong.status, wrong.body.errors[0].field]).toEqual([422, 'evaluator']);
  });
  it('is for instructors, among those who evaluate', async () => {
    await share({}, c.pilar).expect(404);
    await assign(['ines'], 'pilar', c.bram).expect(404);
    expect((await share({ evaluators: ['ines'] })).body.errors[0].field).toBe('evaluators.0');
    expect((await share({ evaluators: [] })).body.errors[0].field).toBe('evaluators');
    await assign(['nobody-here'], 'pilar').expect(404);
  });
  it('counts what each has given, and forgets who is no staff any more', async () => {
    await assign(['ines', 'bram'], 'anselm').expect(200);
    await c.write(c.ines, 'ines-1', 8).expect(200);
    const before = (await docketFor()).forum.shares;
    expect(before.map(({ evaluator, students }) => [evaluator?.id, students])[0]).toEqual(['anselm', 2]);
    await c.server.db
      .updateTable('member')
      .set({ removed_at: 1 })
      .where('person_id', '=', 'anselm')
      .execute();
    c.server.courses.forget('rivers');
    expect((await docketFor()).forum.shares).toEqual([]);
  });
  it('tells of a covered student only whether they are one’s own', async () => {
    await assign(['ines'], 'anselm').expect(200);
    const covered = await docketFor(await c.server.as('anselm'), 'hidden');
    expect(covered.rows.filter(({ mine }) => mine)).toHaveLength(1);
    expect(covered.rows.every(({ evaluator }) => evaluator === null)).toBe(true);
    // A student is handed over by the number that stands for them.
    const other = covered.rows.find(({ mine }) => !mine)!.student.id;
    const numbers = (await docketFor(c.teodora, 'hidden')).rows.map(({ student }) => student.id);
    expect(numbers).not.toContain('ines');
    await assign([numbers[0]!], 'teodora', c.teodora, 'hidden').expect(200);
    expect([...(await whose()).values()]).toContain('teodora');
    expect(other).not.toBe('ines');
  });
});
