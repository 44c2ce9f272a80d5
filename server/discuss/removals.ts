import type { PostBody } from '../../contract/posts';
import type { InCourse } from '../course/setup/inCourse';
import type { Db } from '../db/open';
import type { OpenForum } from '../course/access/openForum';

/** Who removed posts that are removed, when and why. */
export async function removalsOf(
  db: Db,
  course: InCourse,
  opened: OpenForum,
  ids: readonly string[],
): Promise<Map<string, NonNullable<PostBody['removal']>>> {
  const gone = ids.filter((id) => opened.placed.get(id)?.removed);
  if (gone.length === 0) return new Map();
  const rows = await db
    .selectFrom('removal')
    .select(['post_id', 'from', 'by', 'why'])
    .where('post_id', 'in', gone)
    .orderBy('from')
    .execute();
  return new Map(
    rows.map(({ post_id, from, by, why }) => [post_id, { by: course.setup.names.get(by)!, at: from, why }]),
  );
}
