import fc from 'fast-check';
import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { fromCourse, type CourseOut } from './fromCourse';
import { classesOf, intoCourse } from './intoCourse';
import { readTables } from './readTables';
import { headersOf, TABLE_NAMES, TABLES, type TableName } from './tables';
import { writeTables } from './writeTables';

const COURSE: CourseOut = {
  id: 'rivers',
  title: 'Rivers and Cities',
  code: 'RVC 210',
  firstDay: '2026-02-02',
  lastDay: '2026-03-29',
  sections: [
    { id: 'morning', title: 'Morning' },
    { id: 'evening', title: 'Evening, late' },
  ],
  people: [
    {
      id: 'teodora',
      role: 'instructor',
      givenName: 'Teodora',
      familyName: 'Mirov',
      email: 'teodora@fenwick-hollow.example',
      studentNumber: null,
      sectionId: null,
    },
    {
      id: 'pilar',
      role: 'assistant',
      givenName: 'Pilar',
      familyName: "d'Água",
      email: 'pilar@fenwick-hollow.example',
      studentNumber: null,
      sectionId: null,
    },
    {
      id: 'ines',
      role: 'student',
      givenName: 'Ines',
      familyName: 'Vardanyan, "the second"',
      email: 'ines@fenwick-hollow.example',
      studentNumber: '=0042',
      sectionId: 'morning',
    },
  ],
  categories: [{ id: 'hearings', title: 'Hearings' }],
  items: [
    {
      id: 'weir',
      title: 'The weir\nhearing',
      categoryId: 'hearings',
      maximum: 1000,
      assignDay: '2026-02-02',
      dueDay: '2026-03-09',
    },
    {
      id: 'walk',
      title: 'Walk',
      categoryId: null,
      maximum: 550,
      assignDay: '2026-02-02',
      dueDay: '2026-03-29',
    },
  ],
  scores: [
    { itemId: 'weir', studentId: 'ines', points: 875, day: '2026-03-12', remark: 'Clear.\n\nShort.' },
    { itemId: 'walk', studentId: 'ines', points: null, day: '2026-03-29', remark: '' },
  ],
};

const cellsOf = (files: ReadonlyMap<string, string>) =>
  new Map(
    [...files].map(([name, text]) => [name, Papa.parse<string[]>(text, { delimiter: ',' }).data] as const),
  );
const written = () => cellsOf(writeTables(fromCourse(COURSE)));

describe('OneRoster files', () => {
  it('have exactly the headers of version 1.1', () => {
    const files = writeTables(fromCourse(COURSE));
    const first = (name: string) => files.get(name)!.split('\r\n')[0];
    expect(first('manifest.csv')).toBe('propertyName,value');
    expect(first('academicSessions.csv')).toBe(
      'sourcedId,status,dateLastModified,title,type,startDate,endDate,parentSourcedId,schoolYear',
    );
    expect(first('orgs.csv')).toBe('sourcedId,status,dateLastModified,name,type,identifier,parentSourcedId');
    expect(first('courses.csv')).toBe(
      'sourcedId,status,dateLastModified,schoolYearSourcedId,title,courseCode,grades,orgSourcedId,subjects,subjectCodes',
    );
    expect(first('classes.csv')).toBe(
      'sourcedId,status,dateLastModified,title,grades,courseSourcedId,classCode,classType,location,schoolSourcedId,termSourcedIds,subjects,subjectCodes,periods',
    );
    expect(first('users.csv')).toBe(
      'sourcedId,status,dateLastModified,enabledUser,orgSourcedIds,role,username,userIds,givenName,familyName,middleName,identifier,email,sms,phone,agentSourcedIds,grades,password',
    );
    expect(first('enrollments.csv')).toBe(
      'sourcedId,status,dateLastModified,classSourcedId,schoolSourcedId,userSourcedId,role,primary,beginDate,endDate',
    );
    expect(first('categories.csv')).toBe('sourcedId,status,dateLastModified,title');
    expect(first('lineItems.csv')).toBe(
      'sourcedId,status,dateLastModified,title,description,assignDate,dueDate,classSourcedId,categorySourcedId,gradingPeriodSourcedId,resultValueMin,resultValueMax',
    );
    expect(first('results.csv')).toBe(
      'sourcedId,status,dateLastModified,lineItemSourcedId,studentSourcedId,scoreStatus,score,scoreDate,comment',
    );
    expect(files.get('manifest.csv')).toContain('oneroster.version,1.1\r\n');
    expect(files.get('manifest.csv')).toContain('file.demographics,absent\r\n');
    expect(files.size).toBe(TABLE_NAMES.length + 1);
  });
  it('are read without findings, and written again are the same, byte for byte', () => {
    const { tables, findings } = readTables(written());
    expect(findings).toEqual([]);
    expect(writeTables(tables)).toEqual(writeTables(fromCourse(COURSE)));
  });
  it('come back the same whatever is written in them', () => {
    const text = fc
      .string({ unit: 'grapheme', minLength: 1, maxLength: 12 })
      .map((each) => each.trim() || 'x');
    fc.assert(
      fc.property(text, text, fc.nat(1000), (title, remark, points) => {
        const course: CourseOut = {
          ...COURSE,
          title,
          items: [{ ...COURSE.items[0]!, title }],
          scores: [{ ...COURSE.scores[0]!, points, remark }],
        };
        const { tables, findings } = readTables(cellsOf(writeTables(fromCourse(course))));
        expect(findings).toEqual([]);
        expect(intoCourse(tables, 'rivers').scores).toEqual([
          { itemId: 'weir', studentId: 'ines', value: points, remark },
        ]);
        expect(intoCourse(tables, 'rivers').items[0]!.title).toBe(title);
      }),
    );
  });
  it('give a course its people with their sections, its items, and its scores', () => {
    const { tables } = readTables(written());
    expect(classesOf(tables).map(({ id, items }) => [id, items])).toEqual([
      ['rivers', 2],
      ['evening', 0],
      ['morning', 0],
    ]);
    const course = intoCourse(tables, 'rivers');
    expect(course.people.map(({ id, isStudent, section }) => [id, isStudent, section])).toEqual([
      ['teodora', false, null],
      ['pilar', false, null],
      ['ines', true, 'Morning'],
    ]);
    expect(course.people[2]).toMatchObject({
      familyName: 'Vardanyan, "the second"',
      studentNumber: '=0042',
    });
    expect(course.categories).toEqual([{ id: 'hearings', title: 'Hearings' }]);
    expect(course.items.map(({ id, categoryId, maximum }) => [id, categoryId, maximum])).toEqual([
      ['weir', 'hearings', 1000],
      ['walk', null, 550],
    ]);
    expect(course.scores.map(({ value }) => value)).toEqual([875, 'excused']);
  });
  it('leave out what is marked to be deleted, and what is not graded', () => {
    const cells = written();
    const results = cells.get('results.csv')!;
    results[1]![5] = 'submitted';
    results[2]![1] = 'tobedeleted';
    const users = cells.get('users.csv')!;
    users[3]![1] = 'tobedeleted';
    const { tables, findings } = readTables(cells);
    expect(findings).toEqual([]);
    expect(intoCourse(tables, 'rivers').scores).toEqual([]);
    expect(intoCourse(tables, 'rivers').people).toHaveLength(2);
  });
});

describe('OneRoster files that are broken', () => {
  const put = (table: TableName, line: number, column: string, value: string) => {
    const cells = written();
    cells.get(`${table}.csv`)![line - 1]![headersOf(table).indexOf(column)] = value;
    return readTables(cells).findings.map((each) => [each.file, each.line, each.column, each.message]);
  };
  it.each(TABLE_NAMES)(
    '%s: every needed cell, every listed value, every reference, every id once',
    (table) => {
      for (const { name, required, values, refers, kind } of TABLES[table]) {
        if (required)
          expect(put(table, 2, name, '')).toContainEqual([
            `${table}.csv`,
            2,
            name,
            'This cell may not be empty.',
          ]);
        if (values) expect(put(table, 2, name, 'stars')[0]![3]).toContain('is not one of');
        if (refers)
          expect(put(table, 2, name, 'nowhere')[0]![3]).toBe(`“nowhere” stands nowhere in ${refers}.csv.`);
        if (kind === 'date') expect(put(table, 2, name, '2026-02-30')[0]![3]).toContain('is not a day');
        if (kind === 'number') expect(put(table, 2, name, '8,5')[0]![3]).toContain('is not a number');
        if (kind === 'boolean') expect(put(table, 2, name, 'yes')[0]![3]).toContain('neither true nor false');
        if (kind === 'year') expect(put(table, 2, name, 'MMXXVI')[0]![3]).toContain('is not a year');
      }
      const cells = written();
      const rows = cells.get(`${table}.csv`)!;
      rows.splice(2, 0, rows[1]!);
      expect(readTables(cells).findings).toContainEqual({
        file: `${table}.csv`,
        line: 3,
        column: 'sourcedId',
        message: `“${rows[1]![0]!}” stands in line 2 already.`,
      });
    },
  );
  it.each(TABLE_NAMES)('%s: a column that is missing or stands twice, a file that is not there', (table) => {
    const without = written();
    for (const row of without.get(`${table}.csv`)!) row.pop();
    expect(readTables(without).findings[0]).toMatchObject({ file: `${table}.csv`, line: 1 });
    const doubled = written();
    for (const row of doubled.get(`${table}.csv`)!) row.push(row[0]!);
    expect(readTables(doubled).findings[0]).toMatchObject({ line: 1, column: 'sourcedId' });
    const gone = written();
    gone.delete(`${table}.csv`);
    expect(readTables(gone).findings[0]!.message).toContain('it is missing');
  });
  it('a password is never taken, and never repeated', () => {
    const [finding] = put('users', 3, 'password', 'open sesame');
    expect(finding![3]).toContain('passwords do not travel');
    expect(JSON.stringify(finding)).not.toContain('sesame');
  });
  it('a manifest that is missing, of another version, or of changes only', () => {
    const none = written();
    none.delete('manifest.csv');
    expect(readTables(none).findings[0]!.message).toContain('manifest is missing');
    const set = (name: string, value: string) => {
      const cells = written();
      cells.get('manifest.csv')!.find((row) => row[0] === name)![1] = value;
      return readTables(cells).findings[0]?.message;
    };
    expect(set('oneroster.version', '1.2')).toContain('Juror reads 1.1');
    expect(set('file.users', 'delta')).toContain('whole files');
    expect(set('file.users', 'maybe')).toContain('not one of');
  });
  it('columns of other programs are passed over, in any order', () => {
    const cells = written();
    for (const [index, row] of cells.get('users.csv')!.entries())
      row.unshift(index === 0 ? 'metadata.house' : row.length > 1 ? 'Heron' : '');
    expect(readTables(cells).findings).toEqual([]);
  });
});
