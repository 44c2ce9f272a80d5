import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { CellDetail, CellValue } from '../../contract/cells';
import type { GradebookFileRead } from '../../contract/gradebookFile';
import type { GradebookView } from '../../contract/gradebook';
import type { ScoresView } from '../../contract/scores';
import { at, C, settings, withForum, type Client } from '../testing/testServer';

const ITEM = `${C}/gradebook/items/quiz`;
const fields = {
  title: 'Map quiz',
  categoryId: 'hearings' as string | null,
  maximum: 2000,
  display: 'points',
  counts: true,
  extraCredit: false,
  dueAt: null as number | null,
};

describe('items made by hand', () => {
  let c: Awaited<ReturnType<typeof withForum>>;
  const save = (version: number, change: object = {}, who: Client = c.teodora) =>
    who.send('put', ITEM, { version, fields: { ...fields, ...change } });
  const cells = (changes: object[], who: Client = c.teodora, why: string | null = null) =>
    who.send('post', `${C}/gradebook/cells`, { changes, why });
  const enter = (student: string, before: CellValue, after: CellValue, item = 'quiz') =>
    cells([{ item, student, before, after }]);
  const book = async (who: Client = c.teodora) =>
    (await who.get(`${C}/gradebook`).expect(200)).body as GradebookView;
  const cell = async (student: string, item = 'quiz') => {
    const view = await book();
    const place = view.items.findIndex(({ id }) => id === item);
    return view.rows.find((row) => row.student.id === student)?.cells[place];
  };
  const act = (body: object, who: Client = c.teodora, item = ITEM) =>
    who.send('post', `${item}/actions`, { id: 'some-act', students: 'all', preview: false, ...body });
  const scores = async (who: Client) => (await who.get(`${C}/scores`).expect(200)).body as ScoresView;
  const detail = async (student: string, item = 'quiz') =>
    (await c.teodora.get(`${C}/gradebook/items/${item}/cells/${student}`).expect(200)).body as CellDetail;
  const giveAtDesk = async (student: string, points: number) => {
    const path = `${C}/forums/floodplain/docket/${student}`;
    const { version } = (await c.teodora.get(path).expect(200)).body.score;
    const decisions = { parts: { initial: { points } }, adjustment: null, override: null };
    await c.teodora
      .send('put', `${path}/score`, { version, decisions, remark: null, give: true })
      .expect(200);
  };

  beforeEach(async () => {
    c = await withForum({ seal: null });
    await save(0).expect(200);
  });
  afterEach(() => c.server.close());

  it('are made, changed by one at a time, taken away and brought back with their scores', async () => {
    expect((await save(0).expect(200)).body).toMatchObject({ version: 1, forumId: null, follows: false });
    await save(1, { title: 'Quiz', extraCredit: true }).expect(200);
    expect((await save(1, { title: 'Test' }).expect(409)).body.current).toMatchObject({ title: 'Quiz' });
    await enter('ines', null, 1250).expect(200);
    await c.teodora.send('put', `${ITEM}/removed`, { removed: true }).expect(200);
    expect((await book()).items.map(({ id }) => id)).toEqual(['floodplain']);
    await enter('ines', 1250, 1300).expect(404);
    await c.teodora.send('put', `${ITEM}/removed`, { removed: false }).expect(200);
    expect(await cell('ines')).toEqual({ state: 'given', points: 1250 });
  });
  it('are for instructors to make, and refuse what cannot be', async () => {
    await save(1, {}, c.pilar).expect(404);
    await save(1, {}, c.ines).expect(404);
    for (const [change, field] of [
      [{ title: ' ' }, 'fields.title'],
      [{ maximum: 0 }, 'fields.maximum'],
      [{ categoryId: 'elsewhere' }, 'fields.categoryId'],
      [{ display: 'stars' }, 'fields.display'],
    ] as const)
      expect((await save(1, change).expect(422)).body.errors[0].field).toBe(field);
    await enter('ines', null, 1500).expect(200);
    expect((await save(1, { maximum: 1400 }).expect(422)).body.detail).toContain('15.00');
  });
  it('keep their category from being taken away', async () => {
    const { version, settings: now } = (await c.teodora.get(`${C}/settings`).expect(200)).body;
    await save(1, { categoryId: null }).expect(200);
    const drafts = { id: 'drafts', title: 'Drafts', weight: 2500, zeroForMissing: false };
    const put = (v: number, categories: object[]) =>
      c.teodora.send('put', `${C}/settings`, { version: v, settings: { ...now, categories } });
    await put(version, [...now.categories, drafts]).expect(200);
    await save(2, { categoryId: 'drafts' }).expect(200);
    expect((await put(version + 1, now.categories).expect(422)).body.detail).toContain('in Drafts');
    await c.teodora.send('put', `${ITEM}/removed`, { removed: true }).expect(200);
    await put(version + 1, now.categories).expect(200);
    await c.teodora.send('put', `${ITEM}/removed`, { removed: false }).expect(200);
    expect((await book()).items.find(({ id }) => id === 'quiz')!.categoryId).toBeNull();
  });
  it('take scores in cells, all or none, with a history and nobody’s newer score written over', async () => {
    expect((await enter('ines', null, 1250).expect(200)).body).toMatchObject({
      changed: 1,
      rows: [{ student: { id: 'ines' }, cells: [{}, { state: 'given', points: 1250 }] }],
    });
    const refused = await cells([
      { item: 'quiz', student: 'chidi', before: null, after: 1000 },
      { item: 'quiz', student: 'ines', before: null, after: 900 },
    ]).expect(409);
    expect(refused.body.current).toMatchObject([
      { student: 'ines', conflict: { now: 1250, by: 'teodora Example' } },
    ]);
    expect(await cell('chidi')).toEqual({ state: 'nothing' });
    const tooMuch = (await enter('chidi', null, 2001).expect(422)).body;
    expect(tooMuch).toMatchObject({ code: 'cells', current: [{ student: 'chidi', conflict: null }] });
    expect(tooMuch.detail).toContain('20.00');
    await enter('ines', 1250, 'excused').expect(200);
    await enter('ines', 'excused', 1300).expect(200);
    await enter('ines', 1300, null).expect(200);
    expect(await cell('ines')).toEqual({ state: 'nothing' });
    const { history } = await detail('ines');
    expect(history.map(({ what, before, after }) => [what, before, after])).toEqual([
      ['score.cleared', 1300, null],
      ['score.given', 1250, 1300],
      ['score.notExcused', null, null],
      ['score.excused', null, null],
      ['score.given', null, 1250],
    ]);
    await enter('nobody', null, 5).expect(404);
    expect((await enter('ines', null, -5).expect(422)).body.errors[0].field).toContain('after');
  });
  it('show an assistant their sections only, also in what they change', async () => {
    expect((await book(c.pilar)).rows.map(({ student }) => student.id)).toEqual(['bram', 'dalia']);
    await cells([{ item: 'quiz', student: 'bram', before: null, after: 5 }], c.pilar).expect(200);
    await cells([{ item: 'quiz', student: 'ines', before: null, after: 5 }], c.pilar).expect(404);
    await c.pilar.get(`${ITEM}/cells/ines`).expect(404);
    await c.pilar.send('put', `${ITEM}/cells/ines/remark`, { before: '', remark: 'x' }).expect(404);
    await enter('ines', null, 700).expect(200);
    await act({ action: 'release' }, c.pilar).expect(200);
    expect(await cell('ines')).toEqual({ state: 'given', points: 700 });
    expect(await cell('bram')).toMatchObject({ state: 'released' });
  });
  it('reach the student once released, with their remark and in the total', async () => {
    await enter('ines', null, 1500).expect(200);
    const remark = (before: string, text: string) =>
      c.teodora.send('put', `${ITEM}/cells/ines/remark`, { before, remark: text });
    await remark('', 'Two rivers are swapped.\n\nLook at the legend.').expect(200);
    expect((await remark('', 'Mine.').expect(409)).body.current.remark).toContain('swapped');
    expect(await detail('ines')).toMatchObject({ remark: 'Two rivers are swapped.\n\nLook at the legend.' });
    expect((await scores(c.ines)).items[1]).toMatchObject({ state: 'open', points: null, remarkHtml: null });
    expect((await act({ action: 'release', preview: true }).expect(200)).body.students).toMatchObject([
      { id: 'ines' },
    ]);
    expect(await cell('ines')).toMatchObject({ state: 'given', remarked: true });
    await act({ action: 'release' }).expect(200);
    const { items, total } = await scores(c.ines);
    expect(items[1]).toMatchObject({ title: 'Map quiz', state: 'released', points: 1500, lines: [] });
    expect(items[1]!.remarkHtml).toContain('legend');
    expect(total).toMatchObject({ percent: 7500, items: 1, of: 2 });
    const { groups } = (await c.ines.get(`${C}/notices`).expect(200)).body;
    expect(groups).toMatchObject([{ kind: 'released', forum: 'Map quiz' }]);
    await act({ action: 'takeBack', students: ['ines'] }).expect(200);
    expect((await scores(c.ines)).total.percent).toBeNull();
  });
  it('count as 0 for nothing once they were due, by everyone’s own time', async () => {
    await save(1, { dueAt: at('03-03 12:00') }).expect(200);
    await c.server.db
      .updateTable('member')
      .set({ accommodation_minutes: 1440 })
      .where('person_id', '=', 'chidi')
      .execute();
    await c.server.db
      .updateTable('member')
      .set({ enrolled_from: at('03-04 08:00') })
      .where('person_id', '=', 'dalia')
      .execute();
    c.server.courses.forget('rivers');
    c.server.now = at('03-03 12:00');
    expect(await cell('ines')).toEqual({ state: 'nothing' });
    c.server.now = at('03-03 12:01');
    expect(await cell('ines')).toEqual({ state: 'nothing', zero: true });
    expect(await cell('chidi')).toEqual({ state: 'nothing' });
    expect(await cell('dalia')).toEqual({ state: 'notAsked' });
    expect((await act({ action: 'zero', students: 'missing' }).expect(200)).body.students).toHaveLength(2);
    expect(await cell('ines')).toEqual({ state: 'given', points: 0 });
    expect(await cell('chidi')).toEqual({ state: 'nothing' });
    c.server.now = at('03-02 12:00');
    expect(await cell('chidi')).toEqual({ state: 'nothing' });
  });
  it('excuse and excuse no more, and what was given is there again', async () => {
    await enter('ines', null, 1500).expect(200);
    await act({ action: 'excuse', students: ['ines', 'bram'] }).expect(200);
    expect(await cell('ines')).toMatchObject({ state: 'excused' });
    const back = await act({ action: 'excuseNoMore' }).expect(200);
    expect(back.body.students).toHaveLength(2);
    expect(await cell('ines')).toEqual({ state: 'given', points: 1500 });
    expect(await cell('bram')).toEqual({ state: 'nothing' });
  });

  describe('and forums', () => {
    const link = (forumId: string | null, version: number, preview = false, item = ITEM) =>
      c.teodora.send('put', `${item}/forum`, { forumId, version, preview });
    it('are linked with what stands in them, scaled, and unlinked again as they were', async () => {
      await enter('ines', null, 1250).expect(200);
      await enter('bram', null, 1367).expect(200);
      const preview = (await link('floodplain', 1, true).expect(200)).body;
      expect(preview).toMatchObject({
        scores: 2,
        rounded: [{ student: { id: 'bram' }, before: 1367, after: 1368 }],
        replaces: 'Who owns the floodplain?',
      });
      expect((await book()).items).toHaveLength(2);
      await link('floodplain', 1).expect(200);
      expect((await book()).items).toMatchObject([
        { id: 'quiz', forumId: 'floodplain', title: 'Map quiz', maximum: 2000, follows: false },
      ]);
      expect(await cell('ines')).toEqual({ state: 'given', points: 1250 });
      const desk = (await c.teodora.get(`${C}/forums/floodplain/docket/ines`).expect(200)).body;
      expect(desk.score).toMatchObject({ points: 625, decisions: { override: { points: 625 } } });
      await link(null, 2).expect(200);
      expect((await book()).items).toMatchObject([
        { id: 'floodplain', forumId: 'floodplain', follows: true },
        { id: 'quiz', forumId: null, categoryId: 'hearings' },
      ]);
      expect(await cell('ines')).toEqual({ state: 'given', points: 1250 });
      expect(await cell('ines', 'floodplain')).toEqual({ state: 'nothing' });
    });
    it('keep what was decided on the Desk through unlinking and linking again', async () => {
      await c.write(c.ines, 'mine', 6).expect(200);
      await giveAtDesk('ines', 540);
      const given = (await cell('ines', 'floodplain'))!.points;
      const own = `${C}/gradebook/items/floodplain`;
      await link(null, 1, false, own).expect(200);
      const [fresh] = (await book()).items;
      expect(fresh).toMatchObject({ forumId: 'floodplain', title: 'Who owns the floodplain?' });
      expect(fresh!.id).not.toBe('floodplain');
      expect((await link('floodplain', 2, false, own).expect(200)).body.replaces).toBe(fresh!.title);
      const desk = (await c.teodora.get(`${C}/forums/floodplain/docket/ines`).expect(200)).body;
      expect(desk.score).toMatchObject({
        points: given,
        decisions: { parts: { initial: { points: 540 } }, override: null },
      });
    });
    it('are not linked over scores that stand, nor twice, nor where nothing is evaluated', async () => {
      await c.write(c.ines, 'mine', 6).expect(200);
      await giveAtDesk('ines', 540);
      expect((await link('floodplain', 1).expect(422)).body.detail).toContain('Unlink that item first');
      const plain = settings({ evaluation: null }, 'A talk');
      await c.teodora
        .send('put', `${C}/forums/talk/settings`, { version: 0, settings: plain, publish: true })
        .expect(200);
      expect((await link('talk', 1).expect(422)).body.errors[0].field).toBe('forumId');
      await link('nowhere', 1).expect(404);
      expect((await link('floodplain', 7).expect(409)).body.current).toMatchObject({ title: 'Map quiz' });
      await c.teodora.send('put', `${C}/gradebook/items/floodplain/removed`, { removed: true }).expect(409);
    });
    it('take another total in a cell as a reason on the score sheet, within the forum’s bounds', async () => {
      await c.write(c.ines, 'mine', 6).expect(200);
      const entered = await cells(
        [{ item: 'floodplain', student: 'ines', before: null, after: 905 }],
        c.teodora,
        'Read from a spreadsheet',
      ).expect(200);
      expect(entered.body.rows[0].cells[0]).toEqual({ state: 'given', points: 905 });
      const desk = (await c.teodora.get(`${C}/forums/floodplain/docket/ines`).expect(200)).body;
      expect(desk.score.decisions.override).toEqual({ points: 905, reason: 'Read from a spreadsheet' });
      expect((await enter('ines', 905, 1100, 'floodplain').expect(422)).body.detail).toContain('10.00');
      expect((await enter('ines', 905, null, 'floodplain').expect(422)).body.detail).toContain(
        'cannot be removed',
      );
    });
    it('have category and display written through, name and maximum in the plan', async () => {
      const own = `${C}/gradebook/items/floodplain`;
      const forum = { ...fields, title: 'Who owns the floodplain?', maximum: 1000 };
      await c.teodora
        .send('put', own, {
          version: 1,
          fields: { ...forum, categoryId: null, display: 'percent', extraCredit: true },
        })
        .expect(200);
      const plan = (await c.teodora.get(`${C}/forums/floodplain/settings`).expect(200)).body;
      expect(plan.settings).toMatchObject({ categoryId: null, rules: { display: 'percent' } });
      const renamed = { version: 2, fields: { ...forum, title: 'Mine' } };
      expect((await c.teodora.send('put', own, renamed).expect(422)).body.errors[0].field).toBe(
        'fields.title',
      );
      const due = { version: 2, fields: { ...forum, dueAt: at('03-03 12:00') } };
      expect((await c.teodora.send('put', own, due).expect(422)).body.errors[0].field).toBe('fields.dueAt');
    });
  });

  describe('as a file', () => {
    const file = async () => (await c.teodora.get(`${C}/gradebook.csv`).expect(200)).text;
    const read = async (text: string) =>
      (await c.teodora.send('post', `${C}/gradebook/file`, { text }).expect(200)).body as GradebookFileRead;
    /** The file with one cell of a student's row changed. */
    const edited = (text: string, student: string, column: number, value: string) =>
      text
        .split('\r\n')
        .map((line) => {
          if (!line.includes(`${student}@`)) return line;
          const parts = line.split(/,(?! )/);
          parts[column] = value;
          return parts.join(',');
        })
        .join('\r\n');
    const quiz = 5;
    it('go out and come back the same', async () => {
      await enter('ines', null, 1250).expect(200);
      await enter('bram', null, 'excused').expect(200);
      const answer = await read(await file());
      expect(answer).toMatchObject({ stamped: true, changes: [], problems: [] });
      expect(answer.counts).toEqual({ students: 4, same: 2, stands: 0, empty: 6 });
    });
    it('come back with what was changed, and what both changed as a conflict', async () => {
      await enter('ines', null, 1250).expect(200);
      await enter('bram', null, 1000).expect(200);
      await enter('chidi', null, 800).expect(200);
      const before = await file();
      await enter('bram', 1000, 1100).expect(200);
      await enter('chidi', 800, 850).expect(200);
      let text = edited(before, 'ines', quiz, '13');
      text = edited(text, 'bram', quiz, '12');
      text = edited(text, 'dalia', quiz, 'excused');
      const answer = await read(text);
      expect(
        answer.changes.map(({ student, base, before: now, after, kind }) => [
          student.id,
          base,
          now,
          after,
          kind,
        ]),
      ).toEqual([
        ['bram', 1000, 1100, 1200, 'conflict'],
        ['dalia', null, null, 'excused', 'change'],
        ['ines', 1250, 1250, 1300, 'change'],
      ]);
      expect(answer.counts.stands).toBe(1);
      expect(await cell('ines')).toMatchObject({ points: 1250 });
      await cells(
        answer.changes.map(({ student, item, before: now, after }) => ({
          item,
          student: student.id,
          before: now,
          after,
        })),
      ).expect(200);
      expect(await cell('bram')).toMatchObject({ points: 1200 });
      expect(await cell('chidi')).toMatchObject({ points: 850 });
    });
    it('come back from spreadsheets that write otherwise', async () => {
      const text = '\uFEFFE-mail;Map quiz (20.00);Attendance\r\nINES@fenwick-hollow.example;"12,5";yes\r\n';
      expect(await read(text)).toMatchObject({
        stamped: false,
        columns: [
          { item: 'quiz', note: null },
          { item: null, note: expect.stringContaining('No item') },
        ],
        changes: [{ line: 2, after: 1250 }],
      });
    });
    it('say line by line what is not read', async () => {
      const lines = [
        'Student number,Map quiz,Map quiz (15.00)',
        "'=ines,=1+1,1",
        '99,4,1',
        "'=bram,-1,1",
        "'=chidi,21,1",
        "'=chidi,5,1",
        "'=dalia,lots,1",
      ];
      const { problems, columns, changes } = await read(lines.join('\n'));
      expect(changes).toEqual([]);
      expect(columns.map(({ note }) => note)).toEqual([null, expect.stringContaining('a different maximum')]);
      expect(problems.map(({ line, message }) => [line, message.split(' ').slice(-3).join(' ')])).toEqual([
        [2, 'save the values.'],
        [3, 'e-mail or name.'],
        [4, '0 or more.'],
        [5, 'maximum of 20.00.'],
        [6, 'line 5 already.'],
        [7, '“excused” nor “none”.'],
      ]);
    });
    it('refuse what is no gradebook, or far too long', async () => {
      const post = (text: string) => c.teodora.send('post', `${C}/gradebook/file`, { text });
      expect((await post('a,b\n1,2').expect(422)).body.errors[0].field).toBe('text');
      const long = 'E-mail,Map quiz\n' + 'ines@fenwick-hollow.example,5\n'.repeat(100_000);
      expect((await post(long).expect(422)).body.detail).toContain('20,000');
      await post('').expect(422);
    });
  });
});
