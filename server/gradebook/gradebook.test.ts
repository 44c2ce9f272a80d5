import { toJson } from '../db/json';
import Papa from 'papaparse';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { GradebookCell, GradebookView } from '../../contract/gradebook';
import type { ScoresView } from '../../contract/scores';
import { plainCell } from '../../core/csv/csv';
import { at, C, keepToEvening, settings, withForum, type Client } from '../testing/testServer';

type Course = Awaited<ReturnType<typeof withForum>>;

describe('the gradebook', () => {
  let c: Course;
  const give = async (forum: string, student: string, points: number) => {
    const path = `${C}/forums/${forum}/docket/${student}`;
    const { version } = (await c.teodora.get(path).expect(200)).body.score;
    const decisions = { parts: { initial: { points } }, adjustment: null, override: null };
    await c.teodora
      .send('put', `${path}/score`, { version, decisions, remark: null, give: true })
      .expect(200);
  };
  const release = (forum: string, students: 'all' | string[], released = true) =>
    c.teodora.send('put', `${C}/forums/${forum}/released`, { students, released }).expect(200);
  const book = async (who: Client = c.teodora) =>
    (await who.get(`${C}/gradebook`).expect(200)).body as GradebookView;
  const row = (view: GradebookView, id: string) => {
    const found = view.rows.find(({ student }) => student.id === id)!;
    const by = <T>(things: readonly { id: string }[], list: readonly T[]) =>
      Object.fromEntries(things.map((thing, at) => [thing.id, list[at]!]));
    return {
      ...found,
      cells: by<GradebookCell>(view.items, found.cells),
      categories: by(view.categories, found.categories),
    };
  };

  beforeEach(async () => {
    c = await withForum({ seal: null });
    const rules = {
      evaluation: {
        ...settings().rules.evaluation!,
        maximum: 2000,
        parts: [{ ...settings().rules.evaluation!.parts[0]!, maximum: 2000 }],
      },
    };
    await c.server.db
      .insertInto('category')
      .values({ id: 'drafts', course_id: 'rivers', title: 'Drafts', weight: 2500, position: 1 })
      .execute();
    await c.server.db.updateTable('category').set({ weight: 7500 }).where('id', '=', 'hearings').execute();
    const second = { ...settings(rules, '=The "second", with a comma'), categoryId: null };
    await c.teodora
      .send('put', `${C}/forums/second/settings`, { version: 0, settings: second, publish: true })
      .expect(200);
    await c.write(c.ines, 'mine', 6).expect(200);
  });
  afterEach(() => c.server.close());

  it('tells the states of empty cells apart', async () => {
    const view = await book();
    expect(row(view, 'ines').cells).toMatchObject({
      floodplain: { state: 'waiting' },
      second: { state: 'nothing' },
    });
    expect(row(view, 'bram').cells.floodplain).toEqual({ state: 'nothing' });
    c.server.now = at('03-09 00:00');
    const later = await book();
    expect(row(later, 'ines').cells.floodplain!.state).toBe('ready');
    expect(row(later, 'bram').cells.floodplain).toMatchObject({ state: 'nothing', zero: true });
    expect(row(later, 'bram').cells.second!.zero).toBeUndefined();
  });
  it('gives the rows of named students as the whole has them, and none of those one does not work with', async () => {
    await keepToEvening(c.server, 'pilar', ['bram']);
    await give('second', 'ines', 1500);
    const rows = async (who: Client, students: string) =>
      (await who.get(`${C}/gradebook/rows?students=${students}`).expect(200)).body
        .rows as GradebookView['rows'];
    const whole = await book();
    const named = await rows(c.teodora, 'ines,bram,nobody');
    expect(named).toHaveLength(2);
    for (const each of named) expect(whole.rows).toContainEqual(each);
    expect((await rows(c.pilar, 'ines,bram')).map(({ student }) => student.id)).toEqual(['bram']);
    expect(await rows(c.pilar, 'ines')).toEqual([]);
    await c.ines.get(`${C}/gradebook/rows?students=ines`).expect(404);
    for (const [students, told] of [
      ['', /students/],
      [Array.from({ length: 101 }, (_, n) => `student-${n}`).join(','), /At most 100 students/],
    ] as const) {
      const refused = await c.teodora.get(`${C}/gradebook/rows?students=${students}`).expect(422);
      expect(toJson(refused.body)).toMatch(told);
    }
  });
  it('drops the worst of a category for everyone’s best, and says which, to staff and to the student', async () => {
    const { version, settings: now } = (await c.teodora.get(`${C}/settings`).expect(200)).body;
    const hearings = { ...now.categories[0], drop: 1 };
    await c.teodora
      .send('put', `${C}/settings`, {
        version,
        settings: { ...now, categories: [hearings, ...now.categories.slice(1)] },
      })
      .expect(200);
    const third = settings({}, 'The weir hearing');
    await c.teodora
      .send('put', `${C}/forums/third/settings`, { version: 0, settings: third, publish: true })
      .expect(200);
    await give('floodplain', 'ines', 600);
    await give('third', 'ines', 100);
    const { cells } = row(await book(), 'ines');
    expect([cells.floodplain!.dropped, cells.third!.dropped]).toEqual([undefined, true]);
    await release('third', 'all');
    const scores = async () => (await c.ines.get(`${C}/scores`).expect(200)).body as ScoresView;
    // The only one released is not dropped.
    expect((await scores()).items.some(({ dropped }) => dropped)).toBe(false);
    await release('floodplain', 'all');
    expect((await scores()).items.filter(({ dropped }) => dropped).map(({ id }) => id)).toEqual(['third']);
  });
  it('weighs categories; what stands in none does not count; by points everything does', async () => {
    await give('floodplain', 'ines', 300);
    await give('second', 'ines', 2000);
    expect(row(await book(), 'ines')).toMatchObject({
      categories: { hearings: { percent: 3000 }, drafts: { percent: null } },
      total: { percent: 3000, items: 1, of: 1 },
    });
    await c.server.db
      .updateTable('course')
      .set({
        gradebook_mode: 'byPoints',
        letters: toJson([
          { letter: 'Pass', from: 5000 },
          { letter: 'Fail', from: 0 },
        ]),
      })
      .where('id', '=', 'rivers')
      .execute();
    await c.teodora.send('put', `${C}/forums/second/status`, { version: 1, to: 'frozen' }).expect(200);
    expect(row(await book(), 'ines').total).toEqual({ percent: 7667, letter: 'Pass', items: 2, of: 2 });
  });
  it('totals a student on released scores only, and says over how many', async () => {
    await give('floodplain', 'ines', 600);
    const scores = async () => (await c.ines.get(`${C}/scores`).expect(200)).body as ScoresView;
    expect((await scores()).total).toEqual({ percent: null, letter: null, items: 0, of: 1 });
    await release('floodplain', 'all');
    expect((await scores()).total).toMatchObject({ percent: 6000, items: 1, of: 1 });
    expect((await scores()).items.map(({ state }) => state)).toEqual(['released', 'open']);
    expect((await release('floodplain', 'all')).body.changed).toBe(0);
  });
  it('exports what a spreadsheet reads and cannot run', async () => {
    await give('floodplain', 'ines', 555);
    const { text, headers } = await c.teodora.get(`${C}/gradebook.csv`).expect(200);
    expect(headers['content-disposition']).toBe('attachment; filename="RVC-210-gradebook.csv"');
    const { data } = Papa.parse<string[]>(text.trimEnd(), { delimiter: ',' });
    expect(data[0]!.map(plainCell)).toEqual([
      'Student number',
      'Name',
      'E-mail',
      'Section',
      'Who owns the floodplain? (10.00)',
      '=The "second", with a comma (20.00)',
      'Total %',
      'Letter',
      expect.stringMatching(/^Exported at record \d+$/),
    ]);
    expect(data[0]![5]!.startsWith("'=")).toBe(true);
    const ines = data.find((cells) => cells[1] === 'Example, ines')!;
    expect(ines.map(plainCell)).toEqual([
      '=ines',
      'Example, ines',
      'ines@fenwick-hollow.example',
      'morning',
      '5.55',
      '',
      '55.50',
      '',
      '',
    ]);
    expect(text.endsWith('\r\n')).toBe(true);
  });
  it('follows the forum’s name and maximum, and refuses a maximum below what was given', async () => {
    await give('second', 'ines', 1500);
    const second = (await c.teodora.get(`${C}/forums/second/settings`)).body;
    const lower = (maximum: number, title = second.settings.title) => {
      const rules = {
        ...second.settings.rules,
        evaluation: {
          ...second.settings.rules.evaluation,
          maximum,
          parts: [{ ...second.settings.rules.evaluation.parts[0], maximum }],
        },
      };
      return c.teodora.send('put', `${C}/forums/second/settings`, {
        version: second.version,
        settings: { ...second.settings, title, rules },
        publish: false,
      });
    };
    expect((await lower(1400).expect(422)).body.errors[0].field).toBe('rules.evaluation.maximum');
    await lower(1600, 'Renamed').expect(200);
    expect((await book()).items.find(({ id }) => id === 'second')).toMatchObject({
      title: 'Renamed',
      maximum: 1600,
    });
    const none = { ...second.settings, rules: { ...second.settings.rules, evaluation: null } };
    expect(
      (
        await c.teodora
          .send('put', `${C}/forums/second/settings`, { version: 2, settings: none, publish: false })
          .expect(422)
      ).body.errors[0].field,
    ).toBe('rules.evaluation');
  });
  it('keeps who gave, released, took back and excused in the course record', async () => {
    await give('floodplain', 'ines', 300);
    await give('floodplain', 'ines', 400);
    await release('floodplain', ['ines']);
    await release('floodplain', ['ines'], false);
    await c.teodora.send('put', `${C}/forums/floodplain/docket/ines/excused`, { excused: true }).expect(200);
    const record = await c.server.db
      .selectFrom('record')
      .select(['what', 'before', 'after', 'actor_id'])
      .where('subject', '=', 'score:floodplain:ines')
      .orderBy('id')
      .execute();
    const points = (text: string | null) =>
      text === null ? null : (JSON.parse(text) as { points: number }).points;
    expect(record.map(({ what, before, after }) => [what, points(before), points(after)])).toEqual([
      ['score.given', null, 300],
      ['score.given', 300, 400],
      ['score.released', null, null],
      ['score.takenBack', null, null],
      ['score.excused', null, null],
    ]);
    expect(record.every(({ actor_id }) => actor_id === 'teodora')).toBe(true);
  });
  it('comes in pages, and so does the docket', async () => {
    for (const path of [`${C}/gradebook`, `${C}/forums/floodplain/docket`]) {
      const first = (await c.teodora.get(`${path}?limit=3`).expect(200)).body;
      expect(first).toMatchObject({ rows: { length: 3 }, paging: { total: 4, next: 3 } });
      const second = (await c.teodora.get(`${path}?from=3`).expect(200)).body;
      expect(second).toMatchObject({ rows: { length: 1 }, paging: { total: 4, next: null } });
      expect((await c.teodora.get(`${path}?limit=lots`).expect(422)).body.errors[0].field).toBe('limit');
    }
  });
  it('lists the dockets with their counts', async () => {
    c.server.now = at('03-09 00:00');
    const { forums } = (await c.teodora.get(`${C}/evaluate`).expect(200)).body;
    expect(forums[0]).toMatchObject({
      id: 'floodplain',
      counts: { ready: 1, nothing: 3 },
      lastDue: at('03-08 23:59'),
    });
    expect((await c.teodora.get(C)).body.ready).toBe(1);
    expect((await c.ines.get(C)).body).toMatchObject({ ready: 0, role: 'student' });
  });
});
