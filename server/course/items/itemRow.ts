import type { Change } from '../change/changeCourse';
import type { Selectable } from 'kysely';
import type { Trx } from '../../db/open';
import type { Database } from '../../db/schema';
import { notFound } from '../../refusals/problem';
import type { InCourse } from '../setup/inCourse';

export type ItemRow = Selectable<Database['item']>;

/** An item as the course record keeps it: all that a look into the past needs. */
export const recordedItem = (row: ItemRow) => ({
  forumId: row.forum_id,
  title: row.title,
  categoryId: row.category_id,
  maximum: row.maximum,
  display: row.display,
  counts: row.counts === 1,
  extraCredit: row.extra_credit === 1,
  dueAt: row.due_at,
  removed: row.removed_at !== null,
});
export type RecordedItem = ReturnType<typeof recordedItem>;

/** An item of the course by its row, taken away or not; 404 where there is none. */
export async function itemRow(trx: Trx, course: InCourse, itemId: string): Promise<ItemRow> {
  const row = await trx
    .selectFrom('item')
    .selectAll()
    .where('id', '=', itemId)
    .where('course_id', '=', course.setup.id)
    .executeTakeFirst();
  if (!row) throw notFound();
  return row;
}

/** Writes down what an item was and is, in the transaction that changes it. */
export async function recordItem(
  change: Change,
  course: InCourse,
  itemId: string,
  what: string,
  before: ItemRow | null,
): Promise<void> {
  const { trx } = change;
  await change.record(
    what,
    { of: 'item', id: itemId },
    { before: before && recordedItem(before), after: recordedItem(await itemRow(trx, course, itemId)) },
  );
}
