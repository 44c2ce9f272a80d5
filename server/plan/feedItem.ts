import type { ForumSettings } from '../../contract/forumSettings';
import type { CourseSetup } from '../course/courseCache';
import { wrongField } from '../http/problem';
import type { Trx } from './forumRow';

/**
 * The gradebook item an evaluated forum feeds: one of its own, whose name and maximum follow the forum, or one made
 * before, which keeps its own and to which points are scaled. At most one forum feeds an item. (rules §7)
 */
export async function feedItem(
  trx: Trx,
  setup: CourseSetup,
  forumId: string,
  settings: ForumSettings,
): Promise<void> {
  const { evaluation, display } = settings.rules;
  if (evaluation === null || evaluation.maximum === 0) return;
  const feeds = await trx.selectFrom('item').selectAll().where('forum_id', '=', forumId).executeTakeFirst();
  const wanted = settings.itemId;
  if (wanted !== null && wanted !== feeds?.id) {
    const chosen = await trx
      .selectFrom('item')
      .selectAll()
      .where('id', '=', wanted)
      .where('course_id', '=', setup.id)
      .executeTakeFirst();
    if (!chosen || (chosen.forum_id !== null && chosen.forum_id !== forumId))
      throw wrongField('itemId', 'Choose a gradebook item of this course that no other forum feeds.');
    if (feeds) throw wrongField('itemId', 'This forum feeds an item already; its scores stand there.');
    await trx.updateTable('item').set({ forum_id: forumId, display }).where('id', '=', wanted).execute();
    return;
  }
  if (feeds) {
    const isOwn = feeds.id === forumId;
    await trx
      .updateTable('item')
      .set({ display, ...(isOwn && { title: settings.title, maximum: evaluation.maximum }) })
      .where('id', '=', feeds.id)
      .execute();
    return;
  }
  await trx
    .insertInto('item')
    .values({
      id: forumId,
      course_id: setup.id,
      forum_id: forumId,
      title: settings.title,
      maximum: evaluation.maximum,
      display,
      position: setup.gradebook.items.length,
    })
    .execute();
}
