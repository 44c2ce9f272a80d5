import type { Change } from '../course/change/changeCourse';
import type { ForumSettings } from '../../contract/forumSettings';
import type { InCourse } from '../course/setup/inCourse';
import { feedFrom, ownColumn } from '../gradebook/linkItem';
import { wrongField } from '../refusals/problem';

/**
 * The gradebook item an evaluated forum feeds: one of its own, whose name and maximum follow the forum, or one made
 * before, which keeps its own and to which points are scaled. At most one forum feeds an item. (rules §7)
 */
export async function feedItem(
  change: Change,
  course: InCourse,
  forumId: string,
  settings: ForumSettings,
): Promise<void> {
  const { trx } = change;
  const { evaluation, display } = settings.rules;
  if (evaluation === null || evaluation.maximum === 0) return;
  const { maximum } = evaluation;
  const feeds = await trx.selectFrom('item').selectAll().where('forum_id', '=', forumId).executeTakeFirst();
  const wanted = settings.itemId;
  if (wanted !== null && wanted !== feeds?.id) {
    const chosen = await trx
      .selectFrom('item')
      .select('id')
      .where('id', '=', wanted)
      .where('course_id', '=', course.setup.id)
      .executeTakeFirst();
    if (!chosen)
      throw wrongField('itemId', 'Choose a gradebook item of this course that no other forum feeds.');
    await feedFrom(change, course, wanted, { forumId, maximum, display, field: 'itemId' });
    return;
  }
  if (!feeds) {
    await ownColumn(trx, course, { forumId, maximum, display }, settings.title);
    return;
  }
  await trx
    .updateTable('item')
    .set({ display, ...(feeds.follows === 1 && { title: settings.title, maximum }) })
    .where('id', '=', feeds.id)
    .execute();
}
