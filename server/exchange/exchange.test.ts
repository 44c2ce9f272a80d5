import { strFromU8, unzipSync } from 'fflate';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { courseFile, courseFileSchema, type CourseFile } from '../../contract/courseFile';
import type { GradebookView } from '../../contract/gradebook';
import type { OneRosterRead } from '../../contract/oneRoster';
import { at, C, settings, withForum, type Client } from '../testing/testServer';

const ELSEWHERE = '/api/courses/elsewhere';
const fields = {
  title: 'Map quiz',
  categoryId: null,
  maximum: 2000,
  display: 'points',
  counts: true,
  extraCredit: false,
  dueAt: at('03-03 12:00'),
};

describe('a course as OneRoster files', () => {
  let c: Awaited<ReturnType<typeof withForum>>;
  const archive = async (who: Client = c.teodora, course = C) => {
    const { body } = await who.get(`${course}/oneroster.zip`).buffer().responseType('blob').expect(200);
    const files = unzipSync(new Uint8Array(body as Buffer));
    return Object.fromEntries(Object.entries(files).map(([name, bytes]) => [name, strFromU8(bytes)]));
  };
  const read = (files: Record<string, string>, change: object = {}, course = ELSEWHERE, who = c.teodora) =>
    who.send('post', `${course}/gradebook/oneroster`, {
      files,
      classId: null,
      overwrite: false,
      confirm: false,
      ...change,
    });
  const book = async (course = ELSEWHERE) =>
    (await c.teodora.get(`${course}/gradebook`).expect(200)).body as GradebookView;

  beforeEach(async () => {
    c = await withForum({ seal: null });
    await c.teodora.send('put', `${C}/gradebook/items/quiz`, { version: 0, fields }).expect(200);
    await c.write(c.ines, 'mine', 6).expect(200);
    const changes = [
      { item: 'quiz', student: 'ines', before: null, after: 1250 },
      { item: 'quiz', student: 'bram', before: null, after: 'excused' },
      { item: 'floodplain', student: 'ines', before: null, after: 875 },
    ];
    await c.teodora.send('post', `${C}/gradebook/cells`, { changes, why: null }).expect(200);
    const remark = { before: '', remark: 'Two rivers, one legend.' };
    await c.teodora.send('put', `${C}/gradebook/items/quiz/cells/ines/remark`, remark).expect(200);
    await c.server.db
      .insertInto('member')
      .values({
        course_id: 'elsewhere',
        person_id: 'teodora',
        role: 'instructor',
        section_id: null,
        sections: null,
        student_number: null,
        enrolled_from: 0,
        removed_at: null,
      })
      .execute();
    c.server.courses.forget('elsewhere');
  });
  afterEach(() => c.server.close());

  it('is written down with who took it, like every export', async () => {
    const files = ['gradebook.csv', 'oneroster.zip', 'course.json', 'roster.csv'];
    for (const file of files) await c.teodora.get(`${C}/${file}`).expect(200);
    const rows = await c.server.db
      .selectFrom('record')
      .select(['actor_id', 'subject'])
      .where('what', '=', 'export.made')
      .orderBy('id')
      .execute();
    expect(rows).toEqual(
      files.map((file) => ({
        actor_id: 'teodora',
        subject: `export:${file}`,
      })),
    );
  });
  it('goes out whole, the same bytes each time, and to instructors only', async () => {
    const files = await archive();
    expect(Object.keys(files)).toHaveLength(10);
    expect(files['results.csv']).toContain('quiz.ines,,,quiz,ines,fully graded,12.50,2026-03-02,');
    expect(files['results.csv']).toContain('quiz.bram,,,quiz,bram,exempt,0.00,2026-03-03,');
    expect(files['enrollments.csv']).toContain('evening.bram');
    expect(await archive()).toEqual(files);
    await c.pilar.get(`${C}/oneroster.zip`).expect(404);
    await c.ines.get(`${C}/oneroster.zip`).expect(404);
  });
  it('read back into its course changes nothing', async () => {
    const { body } = await read(await archive(), {}, C).expect(200);
    expect(body).toMatchObject({
      findings: [],
      students: { new: 0, changed: 0, same: 4 },
      staff: 3,
      scores: [],
      stand: 0,
      written: false,
    });
    expect((body as OneRosterRead).items.map(({ kind }) => kind)).toEqual(['same', 'same']);
  });
  it('makes another course the same: first said, then written, and the second time nothing is new', async () => {
    const files = await archive();
    const preview = (await read(files).expect(200)).body as OneRosterRead;
    expect(preview).toMatchObject({
      students: { new: 4, changed: 0, same: 0 },
      categories: [{ title: 'Hearings', kind: 'new' }],
      written: false,
    });
    expect(preview.items.map(({ title, kind, scores }) => [title, kind, scores])).toEqual([
      ['Who owns the floodplain?', 'new', 1],
      ['Map quiz', 'new', 2],
    ]);
    expect(preview.scores).toHaveLength(3);
    expect((await book()).items).toEqual([]);
    expect((await read(files, { confirm: true }).expect(200)).body.written).toBe(true);
    const { items, rows, categories } = await book();
    expect(categories).toMatchObject([{ title: 'Hearings', weight: 0 }]);
    expect(items.map(({ title, maximum }) => [title, maximum])).toEqual([
      ['Who owns the floodplain?', 1000],
      ['Map quiz', 2000],
    ]);
    const ines = rows.find(({ student }) => student.id === 'ines')!;
    expect(ines.cells).toEqual([
      { state: 'given', points: 875 },
      { state: 'given', points: 1250, remarked: true },
    ]);
    const again = (await read(files).expect(200)).body as OneRosterRead;
    expect(again).toMatchObject({ students: { new: 0, same: 4 }, scores: [], stand: 0 });
    expect(again.items.every(({ kind }) => kind === 'same')).toBe(true);
    const there = await archive(c.teodora, ELSEWHERE);
    const points = (text: string) => text.match(/(fully graded,[\d.]+|exempt)/g)!.sort();
    expect(points(there['results.csv']!)).toEqual(points(files['results.csv']!));
  });
  it('fills empty cells, and writes over others only when that is wanted', async () => {
    const files = await archive();
    const changes = [{ item: 'quiz', student: 'ines', before: 1250, after: 1300 }];
    await c.teodora.send('post', `${C}/gradebook/cells`, { changes, why: null }).expect(200);
    expect((await read(files, {}, C).expect(200)).body).toMatchObject({ stand: 1, scores: [] });
    const over = (await read(files, { overwrite: true, confirm: true }, C).expect(200)).body;
    expect(over.scores).toMatchObject([{ item: 'Map quiz', before: 1300, after: 1250 }]);
    expect((await archive())['results.csv']).toBe(files['results.csv']);
  });
  it('says what a change of section means in forums under way', async () => {
    const rules = { seal: null, readers: 'section' as const };
    await c.teodora
      .send('put', `${C}/forums/sections/settings`, {
        version: 0,
        settings: settings(rules, 'By section'),
        publish: true,
      })
      .expect(200);
    const files = await archive();
    const moved = files['enrollments.csv']!.replaceAll('morning.ines,,,morning,', 'evening.ines,,,evening,');
    const { body } = await read({ ...files, 'enrollments.csv': moved }, {}, C).expect(200);
    expect(body.students).toMatchObject({ changed: 1, same: 3 });
    expect(body.moves).toMatchObject([{ student: expect.stringContaining('ines'), forum: 'By section' }]);
  });
  it('with something wrong writes nothing, and says in which line', async () => {
    const files = await archive();
    const broken = { ...files, 'results.csv': files['results.csv']!.replace('fully graded', 'splendid') };
    const { body } = await read(broken, { confirm: true }).expect(200);
    expect(body).toMatchObject({ findingCount: 1, written: false, items: [] });
    expect(body.findings[0]).toMatchObject({ file: 'results.csv', column: 'scoreStatus' });
    expect((await book()).items).toEqual([]);
    const few = { 'readme.txt': 'hello' };
    expect((await read(few).expect(200)).body.findings[0].message).toContain('manifest');
    await read(files, {}, C, c.pilar).expect(404);
  });
  it('from another program finds people by number and e-mail, and leaves out what it cannot read', async () => {
    const files = await archive();
    const foreign = Object.fromEntries(
      Object.entries(files).map(([name, text]) => [
        `export/${name}`,
        text.replaceAll('ines,', 'p-77,').replaceAll('quiz,', 'i-5,').replaceAll('p-77,,,i-5,', 'r-1,,,i-5,'),
      ]),
    );
    const { body } = await read(foreign, { confirm: true }).expect(200);
    expect(body.findings).toEqual([]);
    expect(body.students).toMatchObject({ new: 4 });
    const rows = (await book()).rows;
    expect(rows.find(({ student }) => student.id === 'ines')!.cells[1]).toMatchObject({ points: 1250 });
  });
});

describe('a course as JSON', () => {
  it('holds everything by its schema, for instructors only', async () => {
    const c = await withForum({ seal: null });
    await c.teodora.send('put', `${C}/gradebook/items/quiz`, { version: 0, fields }).expect(200);
    await c.write(c.ines, 'mine', 6).expect(200);
    await c.write(c.bram, 'answer', 4, 'mine').expect(200);
    const changes = [{ item: 'quiz', student: 'ines', before: null, after: 1250 }];
    await c.teodora.send('post', `${C}/gradebook/cells`, { changes, why: null }).expect(200);
    const note = { version: 0, text: 'Comes by tram.' };
    await c.teodora.send('put', `${C}/students/ines/note`, note).expect(200);
    const answer = await c.teodora.get(`${C}/course.json`).expect(200);
    expect(answer.headers['content-disposition']).toBe('attachment; filename="RVC-210-course.json"');
    const file = courseFile.parse(JSON.parse(answer.text)) satisfies CourseFile;
    expect(file.people).toHaveLength(7);
    expect(file.posts.map(({ id, parentId }) => [id, parentId])).toEqual([
      ['answer', 'mine'],
      ['mine', null],
    ]);
    expect(file.items.map(({ id, dueAt }) => [id, dueAt])).toEqual([
      ['floodplain', null],
      ['quiz', at('03-03 12:00')],
    ]);
    expect(file.scores).toMatchObject([{ itemId: 'quiz', studentId: 'ines', points: 1250 }]);
    expect(file.notes).toMatchObject([{ studentId: 'ines', text: 'Comes by tram.' }]);
    expect(file.record.map(({ what }) => what)).toContain('score.given');
    expect(file.forums[0]!.rules).toMatchObject(settings({ seal: null }).rules);
    expect(answer.text).not.toContain('password');
    await c.pilar.get(`${C}/course.json`).expect(404);
    await c.ines.get(`${C}/course.json`).expect(404);
    expect((await c.ines.get('/api/course-file.schema.json').expect(200)).body).toEqual(
      JSON.parse(JSON.stringify(courseFileSchema())),
    );
    await c.server.close();
  });
  it('has the schema that the documents show', async () => {
    const text = `${JSON.stringify(courseFileSchema(), null, 2)}\n`;
    // Written anew by vitest -u.
    await expect(text).toMatchFileSnapshot('../../docs/course.schema.json');
  });
});
