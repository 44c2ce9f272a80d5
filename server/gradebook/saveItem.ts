import { fromJson, toJson } from '../db/json';
import type { Change } from '../course/change/changeCourse';
import type { Trx } from '../db/open';
import type { ItemFields } from '../../contract/items';
import { itemRow, recordedItem, recordItem, type ItemRow } from '../course/items/itemRow';
import type { InCourse } from '../course/setup/inCourse';
import { conflict, notFound, Problem, wrongField } from '../refusals/problem';
import { forumRow, recordedState } from '../course/forums/forumRow';
import { recordForum } from '../course/forums/recordForum';

/** Writes category and display through to the forum that feeds an item: there they are kept. */
async function saveOfForum(
  change: Change,
  course: InCourse,
  forumId: string,
  { categoryId, display }: ItemFields,
): Promise<void> {
  const { trx } = change;
  const forum = await forumRow(trx, course.setup.id, forumId);
  const rules = fromJson(forum.rules);
  if (forum.category_id === categoryId && rules.display === display) return;
  await trx
    .updateTable('forum')
    .set({
      category_id: categoryId,
      rules: toJson({ ...rules, display }),
      version: forum.version + 1,
    })
    .where('id', '=', forumId)
    .execute();
  await recordForum(change, course, forumId, 'forum.saved', recordedState(forum));
}

async function refuseBelow(trx: Trx, row: ItemRow, fields: ItemFields): Promise<void> {
  if (row.forum_id !== null || fields.maximum >= row.maximum) return;
  const { most } = await trx
    .selectFrom('score')
    .select((eb) => eb.fn.max('points').as('most'))
    .where('item_id', '=', row.id)
    .executeTakeFirstOrThrow();
  if (most !== null && most > fields.maximum)
    throw wrongField(
      'fields.maximum',
      `A score of ${(most / 100).toFixed(2)} stands here; the maximum cannot be lower.`,
    );
}

/**
 * Makes an item by hand, or changes one. Of an item that a forum feeds, category and display are written to the forum; name and maximum
 * only where they do not follow it. (rules §7)
 */
export async function saveItem(
  change: Change,
  course: InCourse,
  itemId: string,
  asked: { version: number; fields: ItemFields },
): Promise<void> {
  const { trx } = change;
  const { setup } = course;
  const { fields, version } = asked;
  if (fields.categoryId !== null && !setup.gradebook.categories.some(({ id }) => id === fields.categoryId))
    throw wrongField('fields.categoryId', 'This category no longer exists; choose another.');
  const columns = {
    title: fields.title,
    maximum: fields.maximum,
    display: fields.display,
    counts: fields.counts ? 1 : 0,
    extra_credit: fields.extraCredit ? 1 : 0,
  };
  const before = await trx.selectFrom('item').selectAll().where('id', '=', itemId).executeTakeFirst();
  if (before && (before.course_id !== setup.id || before.removed_at !== null))
    throw new Problem(409, 'idTaken', 'This id belongs to another item.');
  const isSame =
    before !== undefined &&
    before.forum_id === null &&
    before.category_id === fields.categoryId &&
    before.due_at === fields.dueAt &&
    Object.entries(columns).every(([name, value]) => before[name as keyof typeof before] === value);
  if (isSame) return;
  if ((before?.version ?? 0) !== version) {
    if (!before) throw notFound();
    throw conflict('Someone else has changed this item since you opened it.', recordedItem(before));
  }
  if (!before) {
    const { last } = await trx
      .selectFrom('item')
      .select((eb) => eb.fn.max('position').as('last'))
      .where('course_id', '=', setup.id)
      .executeTakeFirstOrThrow();
    await trx
      .insertInto('item')
      .values({
        id: itemId,
        course_id: setup.id,
        forum_id: null,
        position: (last ?? -1) + 1,
        category_id: fields.categoryId,
        due_at: fields.dueAt,
        ...columns,
      })
      .execute();
    await recordItem(change, course, itemId, 'item.made', null);
    return;
  }
  await refuseBelow(trx, before, fields);
  if (before.forum_id !== null) {
    if (before.follows === 1 && (fields.title !== before.title || fields.maximum !== before.maximum))
      throw wrongField(
        fields.title !== before.title ? 'fields.title' : 'fields.maximum',
        'Name and maximum are those of the forum; change them in the plan.',
      );
    if (fields.dueAt !== before.due_at)
      throw wrongField('fields.dueAt', 'The forum has due dates of its own; change them in the plan.');
    await saveOfForum(change, course, before.forum_id, fields);
  }
  await trx
    .updateTable('item')
    .set({
      ...columns,
      ...(before.forum_id === null && { category_id: fields.categoryId, due_at: fields.dueAt }),
      version: before.version + 1,
    })
    .where('id', '=', itemId)
    .execute();
  await recordItem(change, course, itemId, 'item.saved', before);
}

/** Takes away an item made by hand, or brings it back; its scores are kept with it. */
export async function setItemRemoved(
  change: Change,
  course: InCourse,
  itemId: string,
  removed: boolean,
): Promise<void> {
  const { trx, now } = change;
  const before = await itemRow(trx, course, itemId);
  if (before.forum_id !== null)
    throw new Problem(
      409,
      'fed',
      'A forum feeds this item. Unlink it first, or turn the forum’s evaluation off in the plan.',
    );
  if ((before.removed_at !== null) === removed) return;
  await trx
    .updateTable('item')
    .set({ removed_at: removed ? now : null, version: before.version + 1 })
    .where('id', '=', itemId)
    .execute();
  await recordItem(change, course, itemId, removed ? 'item.removed' : 'item.broughtBack', before);
}
