import { unheard } from '../server/testing/unheard';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { when } from '../demo/course';
import { layOutLargeGradebook } from '../demo/largeGradebook';
import { CourseCache } from '../server/course/setup/courseCache';
import type { InCourse } from '../server/course/setup/inCourse';
import { openDatabase } from '../server/db/open';
import { changeCells } from '../server/gradebook/changeCells';
import { gradebook } from '../server/gradebook/gradebookView';
import { largeCourseRows } from './largeCourse';
import { longestWait } from './longestWait';
import { middleOf } from './middleOf';
import { timed, type Row } from './row';

const SIZE = { students: 2000, forums: 40, posts: 4 };
const LIMIT = 300;

/** The gradebook of 2,000 students by 40 forums with 4 posts each, as JSON: first of all, again, and after a score was entered. */
export async function gradebookRows(): Promise<Row[]> {
  const folder = mkdtempSync(join(tmpdir(), 'juror-gradebook-'));
  const db = openDatabase(folder);
  try {
    const ids = await layOutLargeGradebook(db, SIZE);
    const setup = (await new CourseCache().get(db, ids.course))!;
    const now = when('03-05 16:20');
    const staff: InCourse = {
      setup,
      member: setup.members.get(ids.instructor)!,
      person: { kind: 'staff', id: ids.instructor, role: 'instructor', sections: 'all' },
    };
    const open = async () => JSON.stringify(await gradebook(db, staff, now));
    const waited = longestWait();
    const begun = performance.now();
    const { length } = await open();
    const first = performance.now() - begun;
    const others = waited();
    const again = await middleOf(open);
    const last = `wide-f${SIZE.forums - 1}`;
    const entered = await middleOf(async (round) => {
      const change = { item: last, student: `wide-s${round}`, before: null, after: 500 };
      await changeCells(unheard(db), staff, { changes: [change], why: null }, now);
      return open();
    });
    const what = `gradebook: ${SIZE.students.toLocaleString('en')} x ${SIZE.forums}, ${SIZE.posts} posts each`;
    const row = (name: string, ms: number, limit: number | null) => timed(`${what}; ${name}`, ms, limit);
    return [
      ...(await largeCourseRows(db, setup, { instructor: ids.instructor, student: 'wide-s7' }, now)),
      row(`on the server (${(length / 1e6).toFixed(1)} MB)`, again, LIMIT),
      row('after a score was entered', entered, LIMIT),
      row('the first time since the server started, in a thread of its own', first, null),
      row('longest that others wait meanwhile', others, null),
    ];
  } finally {
    await db.destroy();
    rmSync(folder, { recursive: true, force: true });
  }
}
