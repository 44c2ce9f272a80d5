import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { sql } from 'kysely';
import { when } from '../demo/course';
import { layOutLargeForum } from '../demo/largeForum';
import { CourseCache } from '../server/course/setup/courseCache';
import type { InCourse } from '../server/course/setup/inCourse';
import { openDatabase, type Db } from '../server/db/open';
import { forumView } from '../server/discuss/forumView';
import { markPosts } from '../server/readMarks/readMarks';
import { middleOf } from './middleOf';
import type { Row } from './row';

/** The same posts with the same facts by one statement, and the first 30 texts by another, as JSON: nothing decided, nothing kept. */
async function bare(db: Db, forum: string, me: string): Promise<string> {
  const { rows: posts } = await sql<{ id: string }>`
    SELECT post.id, post.parent_id AS parentId, post.author_id AS authorId, post.created_at AS at, revision.words,
      post.starter, post.aside_with AS asideWith, read_mark.at AS readAt
    FROM post JOIN revision ON revision.post_id = post.id
      AND revision.number = post.version
    LEFT JOIN read_mark ON read_mark.post_id = post.id AND read_mark.person_id = ${me}
    WHERE post.forum_id = ${forum} ORDER BY post.created_at, post.id`.execute(db);
  const first = posts.slice(0, 30).map(({ id }) => id);
  const { rows: bodies } =
    await sql`SELECT post_id, html FROM revision WHERE post_id IN (${sql.join(first)})`.execute(db);
  return JSON.stringify({ posts, bodies });
}

/** Opening a forum of 10,000 posts by 300 students, against the bare SQL and JSON of the same in the same run. */
export async function openForumRows(): Promise<Row[]> {
  const folder = mkdtempSync(join(tmpdir(), 'juror-bench-'));
  const db = openDatabase(folder);
  try {
    const ids = await layOutLargeForum(db, { posts: 10_000, students: 300 });
    const setup = (await new CourseCache().get(db, ids.course))!;
    const now = when('03-05 16:20');
    const student: InCourse = {
      setup,
      member: setup.members.get('large-s7')!,
      person: { kind: 'student', ...setup.students.get('large-s7')! },
    };
    const instructor: InCourse = {
      setup,
      member: setup.members.get(ids.instructor)!,
      person: { kind: 'staff', id: ids.instructor, role: 'instructor', sections: 'all' },
    };
    const some = Array.from({ length: 4000 }, (_, n) => `large-p${n}`);
    await markPosts(db, student, ids.forum, { posts: some, read: true }, now);
    const limit = 2 * (await middleOf(() => bare(db, ids.forum, 'large-s7')));
    const open = async (who: InCourse) => JSON.stringify(await forumView(db, who, ids.forum, now));
    const row = (what: string, ms: number): Row => ({
      what,
      figure: `${ms.toFixed(0)} ms`,
      limit: `${limit.toFixed(0)} ms`,
      ratio: ms / limit,
    });
    return [
      row(
        'forum: 10,000 posts by 300 students opened by a student; limit: twice the bare SQL and JSON',
        await middleOf(() => open(student)),
      ),
      row(
        'forum: the same by an instructor, with everyone’s required posts',
        await middleOf(() => open(instructor)),
      ),
    ];
  } finally {
    await db.destroy();
    rmSync(folder, { recursive: true, force: true });
  }
}
