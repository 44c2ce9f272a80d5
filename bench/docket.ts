import { toJson } from '../server/db/json';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setImmediate as nextTurn } from 'node:timers/promises';
import { newForum } from '../contract/newForum';
import { when } from '../demo/course';
import { layOutLargeForum } from '../demo/largeForum';
import { CourseCache } from '../server/course/setup/courseCache';
import type { InCourse } from '../server/course/setup/inCourse';
import { openDatabase } from '../server/db/open';
import { desk } from '../server/evaluate/desk';
import { docket } from '../server/evaluate/docket';
import { Rehearsals } from '../server/evaluate/rehearsals';
import { forumForEdit } from '../server/course/forums/forumRow';
import { middleOf } from './middleOf';
import type { Row } from './row';

const STUDENTS = 2000;

/** The docket of 2,000 students with 4 posts each, and the pages of the next student, as JSON. */
export async function docketRows(): Promise<Row[]> {
  const folder = mkdtempSync(join(tmpdir(), 'juror-docket-'));
  const db = openDatabase(folder);
  try {
    const ids = await layOutLargeForum(db, { posts: 4 * STUDENTS, students: STUDENTS });
    const { rules } = newForum();
    await db
      .updateTable('forum')
      .set({ rules: toJson({ ...rules, openings: 'threadsFreely', seal: null }) })
      .where('id', '=', ids.forum)
      .execute();
    const setup = (await new CourseCache().get(db, ids.course))!;
    const now = when('03-05 16:20');
    const staff: InCourse = {
      setup,
      member: setup.members.get(ids.instructor)!,
      person: { kind: 'staff', id: ids.instructor, role: 'instructor', sections: 'all' },
    };
    const listed = await middleOf(async () => JSON.stringify(await docket(db, staff, ids.forum, now)));
    const next = await middleOf(async (round) =>
      JSON.stringify(await desk(db, staff, ids.forum, `large-s${round * 7}`, now)),
    );
    const rehearsals = new Rehearsals(db);
    const { settings } = await forumForEdit(db, ids.course, ids.forum);
    const { required } = settings.rules;
    const changed = { ...settings, rules: { ...settings.rules, required: { ...required, replies: 3 } } };
    const rehearsed = await middleOf(async (round) => {
      const id = `round-${round}`;
      let view = await rehearsals.begin(staff, ids.forum, id, changed, now);
      while (view.moves === null) {
        await nextTurn();
        view = rehearsals.fetch(staff, id);
      }
      return JSON.stringify(view);
    });
    const row = (what: string, ms: number, limit: number): Row => ({
      what,
      figure: `${ms.toFixed(0)} ms`,
      limit: `${limit} ms`,
      ratio: ms / limit,
    });
    return [
      row(`docket: ${STUDENTS.toLocaleString('en')} students with 4 posts each, on the server`, listed, 200),
      row('desk: the next student of them, on the server', next, 100),
      row('rehearsal: what their scores become by changed rules, beside the requests', rehearsed, 1000),
    ];
  } finally {
    await db.destroy();
    rmSync(folder, { recursive: true, force: true });
  }
}
