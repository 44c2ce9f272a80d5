import type { Deps } from '../deps';
import { columnsOf, KEPT_CELLS, POSTS_HERE } from './columns';
import { shownItems } from './shownItems';

/**
 * Works the large gradebooks of running courses out, in a thread of their own, as soon as the server has started: whoever opens one
 * first does not wait for it. Small ones are quick when they are asked for, and as many as are kept in memory are enough.
 */
export async function prepareColumns({
  db,
  courses,
  clock,
}: Pick<Deps, 'db' | 'courses' | 'clock'>): Promise<void> {
  const now = clock.now();
  const large = await db
    .selectFrom('course')
    .innerJoin('forum', 'forum.course_id', 'course.id')
    .innerJoin('post', 'post.forum_id', 'forum.id')
    .select('course.id')
    .where('course.term_start', '<=', now)
    .where('course.term_end', '>', now)
    .groupBy('course.id')
    .having((eb) => eb.fn.countAll(), '>', POSTS_HERE)
    .orderBy((eb) => eb.fn.countAll(), 'desc')
    .execute();
  let cells = 0;
  for (const { id } of large) {
    const setup = await courses.get(db, id);
    if (!setup) continue;
    const items = shownItems(setup);
    cells += items.length * setup.students.size;
    if (cells > KEPT_CELLS) return;
    await columnsOf(db, setup, items, now);
  }
}
