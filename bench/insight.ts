import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { when } from '../demo/course';
import { layOutLargeGradebook } from '../demo/largeGradebook';
import { openDatabase } from '../server/db/open';
import { askInsight } from '../server/insight/insightApart';
import { longestWait } from './longestWait';
import { middleOf } from './middleOf';
import { timed, type Row } from './row';

const SIZE = { students: 2000, forums: 40, posts: 3 };
const LIMIT = 1000;

/** Insight of 2,000 students in 40 forums with 3 posts each, in the thread that answers it: first of all, and after a post was written. */
export async function insightRows(): Promise<Row[]> {
  const folder = mkdtempSync(join(tmpdir(), 'juror-insight-'));
  const db = openDatabase(folder);
  try {
    const { course, instructor } = await layOutLargeGradebook(db, SIZE);
    const now = when('03-05 16:20');
    const ask = async () => {
      const said = await askInsight(db, {
        ...{ courseId: course, personId: instructor, scope: {}, posts: null, now },
      });
      if (said === null) throw new Error('Insight did not answer');
    };
    const waited = longestWait();
    const begun = performance.now();
    await ask();
    const first = performance.now() - begun;
    const others = waited();
    const again = await middleOf(async (round) => {
      // A post was written meanwhile, so that its forum is counted anew.
      await db
        .updateTable('post')
        .set((eb) => ({ version: eb('version', '+', 1) }))
        .where('id', '=', (eb) =>
          eb.selectFrom('post').select('id').where('author_id', '=', `wide-s${round}`).limit(1),
        )
        .execute();
      await ask();
    });
    const what = `insight: ${SIZE.students.toLocaleString('en')} x ${SIZE.forums}, ${SIZE.posts} posts each`;
    const row = (name: string, ms: number, limit: number | null) => timed(`${what}; ${name}`, ms, limit);
    return [
      row('five questions, after a forum was written in', again, LIMIT),
      row('the first time since the server started', first, null),
      row('longest that others wait meanwhile', others, null),
    ];
  } finally {
    await db.destroy();
    rmSync(folder, { recursive: true, force: true });
  }
}
