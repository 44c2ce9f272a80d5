import type { PostVersions } from '../../contract/discuss';
import type { InCourse } from '../course/setup/inCourse';
import type { Db } from '../db/open';
import type { OpenForum } from '../course/access/openForum';
import { htmlForReader, struckIn } from './quotes';

/** Every version of a post as of an instant, the first one first; for its author and staff. */
export async function postVersions(
  db: Db,
  course: InCourse,
  opened: OpenForum,
  postId: string,
  now: number,
): Promise<PostVersions['revisions']> {
  const rows = await db
    .selectFrom('revision')
    .selectAll()
    .where('post_id', '=', postId)
    .where('at', '<=', now)
    .orderBy('number')
    .execute();
  const isStruck = await struckIn(db, [postId]);
  return rows.map((row) => ({
    number: row.number,
    at: row.at,
    words: row.words,
    html: htmlForReader(row.html, postId, course, opened, isStruck, now),
    draftKeptAt: row.draft_kept_at,
    author: course.setup.names.get(row.author_id)!,
    byStaff: row.by_staff === 1,
  }));
}
