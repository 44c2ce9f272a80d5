import { fromJson } from '../db/json';
import type { Change } from '../course/change/changeCourse';
import type { Trx } from '../db/open';
import { randomUUID } from 'node:crypto';
import type { z } from 'zod';
import type { ForumRules } from '../../contract/forumSettings';
import type { linkItem as endpoint } from '../../contract/items';
import { intoForum } from '../../core/gradebook/carryScore';
import { itemPoints } from '../../core/gradebook/itemPoints';
import type { InCourse } from '../course/setup/inCourse';
import { rescale } from '../course/scores/changeScore';
import type { StoredScore } from '../course/scores/keepScore';
import { dropPlannedRelease } from '../course/scores/plannedRelease';
import { storedScores } from '../course/scores/storedScore';
import { conflict, Problem, wrongField } from '../refusals/problem';
import { forumRow, recordedState } from '../course/forums/forumRow';
import { recordForum } from '../course/forums/recordForum';
import { itemRow, recordedItem, recordItem } from '../course/items/itemRow';

type Answer = z.infer<(typeof endpoint)['answer']>;

/** The reason that stands with points that were entered before a forum fed their item. */
const BY_HAND = 'Entered by hand before the forum fed this item';

/** What is known of the forum that is to feed an item. */
interface Feeding {
  readonly forumId: string;
  readonly maximum: number;
  readonly display: ForumRules['display'];
  /** The field in which it was asked for, to be named where it cannot be. */
  readonly field: 'itemId' | 'forumId';
}

const scoresIn = async (trx: Trx, itemId: string): Promise<StoredScore[]> => [
  ...(await storedScores(trx, itemId)).values(),
];

const cellOf = (stored: StoredScore) => ({
  itemId: stored.item_id,
  studentId: stored.student_id,
  stored,
});

/** Puts away the column a forum has fed so far; one with scores in it is not put away. */
async function putAwayOwn(
  change: Change,
  course: InCourse,
  { forumId, field }: Feeding,
): Promise<string | null> {
  const { trx, now } = change;
  const own = await trx.selectFrom('item').selectAll().where('forum_id', '=', forumId).executeTakeFirst();
  if (!own) return null;
  const { scores } = await trx
    .selectFrom('score')
    .select((eb) => eb.fn.countAll<number>().as('scores'))
    .where('item_id', '=', own.id)
    .executeTakeFirstOrThrow();
  if (scores > 0)
    throw wrongField(
      field,
      `This forum feeds ${own.title} already, and ${scores === 1 ? 'a score stands' : `${scores} scores stand`} there. Unlink that item first.`,
    );
  await trx
    .updateTable('item')
    .set({ forum_id: null, removed_at: now, version: own.version + 1 })
    .where('id', '=', own.id)
    .execute();
  await dropPlannedRelease(change.trx, own.id);
  await recordItem(change, course, own.id, 'item.removed', own);
  return own.title;
}

/** Lets a forum feed an item made by hand: its points become the forum's, scaled, and nothing of them is lost. (docs/rules §7) */
export async function feedFrom(
  change: Change,
  course: InCourse,
  itemId: string,
  feeding: Feeding,
): Promise<Answer> {
  const { trx } = change;
  const { forumId, maximum, display } = feeding;
  const item = await itemRow(trx, course, itemId);
  if (item.removed_at !== null || (item.forum_id !== null && item.forum_id !== forumId))
    throw wrongField(feeding.field, 'Choose a gradebook item of this course that no other forum feeds.');
  const replaces = await putAwayOwn(change, course, feeding);
  await trx
    .updateTable('item')
    .set({ forum_id: forumId, display, follows: 0, version: item.version + 1 })
    .where('id', '=', itemId)
    .execute();
  await recordItem(change, course, itemId, 'item.linked', item);
  const rounded: Answer['rounded'] = [];
  let scores = 0;
  for (const stored of await scoresIn(trx, itemId)) {
    if (stored.points === null) continue;
    scores++;
    const lines = fromJson(stored.lines);
    const carried = intoForum(stored.points, lines, item.maximum, maximum);
    if (carried.shown !== stored.points)
      rounded.push({
        student: course.setup.names.get(stored.student_id)!,
        before: stored.points,
        after: carried.shown,
      });
    const decisions = fromJson(stored.decisions);
    const override = { points: carried.points, reason: BY_HAND };
    await rescale(change, cellOf(stored), {
      ...carried,
      decisions: carried.byHand ? { ...decisions, override } : decisions,
    });
  }
  return { scores, rounded, replaces };
}

/** A column of its own for a forum that is evaluated: the one it had before, or a new one. */
export async function ownColumn(
  trx: Trx,
  course: InCourse,
  { forumId, maximum, display }: Omit<Feeding, 'field'>,
  title: string,
): Promise<void> {
  const before = await trx.selectFrom('item').selectAll().where('id', '=', forumId).executeTakeFirst();
  const isFree = before?.forum_id === null && before.removed_at !== null && before.follows === 1;
  const columns = { forum_id: forumId, title, maximum, display, follows: 1 };
  if (isFree) {
    await trx
      .updateTable('item')
      .set({ ...columns, removed_at: null, version: before.version + 1 })
      .where('id', '=', forumId)
      .execute();
    return;
  }
  await trx
    .insertInto('item')
    .values({
      id: before ? randomUUID() : forumId,
      course_id: course.setup.id,
      position: course.setup.gradebook.items.length,
      ...columns,
    })
    .execute();
}

/** From now on no forum feeds an item: the scores stay in it as they stand, and the forum gets a new, empty column. */
async function unlink(change: Change, course: InCourse, itemId: string, forumId: string): Promise<Answer> {
  const { trx } = change;
  const item = await itemRow(trx, course, itemId);
  const forum = await forumRow(trx, course.setup.id, forumId);
  const rules = fromJson(forum.rules);
  const { asking } = await trx
    .selectFrom('second_look')
    .select((eb) => eb.fn.countAll<number>().as('asking'))
    .where('item_id', '=', itemId)
    .where('state', '=', 'asked')
    .executeTakeFirstOrThrow();
  if (asking > 0)
    throw wrongField(
      'forumId',
      `${asking === 1 ? 'A student waits' : `${asking} students wait`} for another look at a score here. Answer first.`,
    );
  await trx
    .updateTable('item')
    .set({ forum_id: null, follows: 0, category_id: forum.category_id, version: item.version + 1 })
    .where('id', '=', itemId)
    .execute();
  await dropPlannedRelease(change.trx, itemId);
  await recordItem(change, course, itemId, 'item.unlinked', item);
  let scores = 0;
  for (const stored of await scoresIn(trx, itemId)) {
    if (stored.points === null) continue;
    scores++;
    const points = itemPoints(stored.points, rules.evaluation!.maximum, item.maximum);
    await rescale(change, cellOf(stored), { points, lines: fromJson(stored.lines) });
  }
  const { maximum } = rules.evaluation!;
  await ownColumn(trx, course, { forumId, maximum, display: rules.display }, forum.title);
  return { scores, rounded: [], replaces: null };
}

/** The forum keeps its category; where it has none, it takes the item's. */
async function takeCategory(
  change: Change,
  course: InCourse,
  forumId: string,
  categoryId: string | null,
): Promise<void> {
  const { trx } = change;
  const forum = await forumRow(trx, course.setup.id, forumId);
  if (forum.category_id !== null || categoryId === null) return;
  await trx
    .updateTable('forum')
    .set({ category_id: categoryId, version: forum.version + 1 })
    .where('id', '=', forumId)
    .execute();
  await recordForum(change, course, forumId, 'forum.saved', recordedState(forum));
}

/** Lets a forum feed an item from now on, or no longer. */
export async function linkItem(
  change: Change,
  course: InCourse,
  itemId: string,
  { version, forumId }: { version: number; forumId: string | null },
): Promise<Answer> {
  const { trx } = change;
  const item = await itemRow(trx, course, itemId);
  if (item.version !== version)
    throw conflict('Someone else has changed this item since you opened it.', recordedItem(item));
  if (item.forum_id === forumId) return { scores: 0, rounded: [], replaces: null };
  if (forumId === null) return unlink(change, course, itemId, item.forum_id!);
  if (item.forum_id !== null)
    throw new Problem(409, 'fed', 'Another forum feeds this item. Unlink it first.');
  const { evaluation, display } = fromJson((await forumRow(trx, course.setup.id, forumId)).rules);
  if (evaluation === null || evaluation.maximum === 0)
    throw wrongField('forumId', 'This forum is not evaluated. Say in the plan how it becomes a score.');
  const answer = await feedFrom(change, course, itemId, {
    forumId,
    maximum: evaluation.maximum,
    display,
    field: 'forumId',
  });
  await takeCategory(change, course, forumId, item.category_id);
  return answer;
}
