import { unheard } from '../server/testing/unheard';
import { once } from 'node:events';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { loadCourse, type CourseSetup } from '../server/course/setup/courseCache';
import { openDatabase, type Db } from '../server/db/open';
import type { Column } from '../server/columns/column';
import { columnsApart } from '../server/columns/columnsApart';
import { columnsOf, workOut } from '../server/columns/columns';
import { changeCells } from '../server/gradebook/changeCells';
import { shownItems } from '../server/columns/shownItems';
import { when } from './course';
import { layOutLargeGradebook } from './largeGradebook';

const NOW = when('03-05 16:20');
// More posts than are read beside the requests: 100 x 7 x 30.
const SIZE = { students: 100, forums: 7, posts: 30 };

describe('the columns of a large gradebook, in a thread of their own', () => {
  let folder: string;
  let db: Db;
  let setup: CourseSetup;
  let instructor: string;
  const items = () => shownItems(setup);
  const here = async (now = NOW) => {
    const columns = new Map<string, Column>();
    for await (const [{ id }, { column }] of workOut(db, setup, items(), now)) columns.set(id, column);
    return columns;
  };
  const ids = () => items().map(({ id }) => id);

  beforeAll(async () => {
    folder = mkdtempSync(join(tmpdir(), 'juror-columns-'));
    db = openDatabase(folder);
    const laidOut = await layOutLargeGradebook(db, SIZE);
    setup = (await loadCourse(db, laidOut.course))!;
    instructor = laidOut.instructor;
  }, 60_000);
  afterAll(async () => {
    await db.destroy();
    rmSync(folder, { recursive: true, force: true });
  });

  it('are those that are worked out beside the requests', async () => {
    const apart = (await columnsApart(db, setup.id, ids(), NOW))!;
    expect([...apart.keys()]).toEqual(ids());
    const expected = await here();
    for (const [id, { column }] of apart) expect(column, id).toEqual(expected.get(id));
    expect(await columnsOf(db, setup, items(), NOW)).toEqual(expected);
  });

  it('stay the same objects where nothing changed, for everyone who asks at once', async () => {
    const [one, other] = await Promise.all([
      columnsOf(db, setup, items(), NOW),
      columnsOf(db, setup, items(), NOW),
    ]);
    for (const id of ids()) {
      for (const [student, cell] of one.get(id)!) expect(other.get(id)!.get(student)).toBe(cell);
    }
  });

  it('follow a score that is entered, in its cell alone', async () => {
    const before = await columnsOf(db, setup, items(), NOW);
    const item = ids().at(-1)!;
    const staff = {
      setup,
      member: setup.members.get(instructor)!,
      person: { kind: 'staff', id: instructor, role: 'instructor', sections: 'all' },
    } as const;
    const [student, untouched] = [...before.get(item)!.keys()];
    await changeCells(
      unheard(db),
      staff,
      { changes: [{ item, student: student!, before: null, after: 700 }], why: null },
      NOW,
    );
    const after = await columnsOf(db, setup, items(), NOW);
    expect(after.get(item)!.get(student!)).toMatchObject({ given: 700 });
    expect(after.get(item)!.get(untouched!)).toBe(before.get(item)!.get(untouched!));
    expect(after).toEqual(await here());
    expect((await columnsApart(db, setup.id, [item], NOW))!.get(item)!.column).toEqual(after.get(item));
  });

  it('know nothing of a course or an item that is not there', async () => {
    expect(await columnsApart(db, 'no-course', ids(), NOW)).toEqual(new Map());
    expect(await columnsApart(db, setup.id, ['no-item'], NOW)).toEqual(new Map());
  });

  it('are worked out beside the requests where the thread cannot read the data', async () => {
    const broken = mkdtempSync(join(tmpdir(), 'juror-broken-'));
    const other = openDatabase(broken);
    await other.destroy();
    rmSync(broken, { recursive: true, force: true });
    const warned = once(process, 'warning');
    expect(await columnsApart(other, setup.id, ids(), NOW)).toBeNull();
    expect(String((await warned)[0])).toMatch(/large gradebooks .* ended/);
  });
});
