import type { Trx } from '../db/open';
import { randomUUID } from 'node:crypto';
import type { z } from 'zod';
import type { ForumRules } from '../../contract/forumSettings';
import type { linkItem as endpoint } from '../../contract/items';
import { intoForum } from '../../core/gradebook/carryScore';
import { itemPoints } from '../../core/gradebook/itemPoints';
import type { ExplanationLine } from '../../core/scoring/kinds/explanation';
import type { Decisions } from '../../core/scoring/suggest';
import type { InCourse } from '../course/setup/inCourse';
import { keepRecord } from '../course/record/record';
import { keepScore, type StoredScore } from '../course/scores/keepScore';
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

const scoresIn = (trx: Trx, itemId: string): Promise<StoredScore[]> =>
  trx.selectFrom('score').selectAll().where('item_id', '=', itemId).execute();

/** Carries a score to another scale, with a line in its history. */
async function rescale(
  trx: Trx,
  course: InCourse,
  stored: StoredScore,
  to: { points: number; lines: readonly ExplanationLine[]; decisions?: Decisions },
  now: number,
): Promise<void> {
  const row = {
    points: to.points,
    lines: JSON.stringify(to.lines),
    ...(to.decisions && { decisions: JSON.stringify(to.decisions) }),
  };
  await keepScore(trx, { itemId: stored.item_id, studentId: stored.student_id, stored }, row);
  await keepRecord(trx, {
    courseId: course.setup.id,
    at: now,
    actorId: course.person.id,
    what: 'score.rescaled',
    subject: `score:${stored.item_id}:${stored.student_id}`,
    before: { points: stored.points },
    after: { points: to.points, lines: to.lines },
  });
}

/** Puts away the column a forum has fed so far; one with scores in it is not put away. */
async function putAwayOwn(
  trx: Trx,
  course: InCourse,
  { forumId, field }: Feeding,
  now: number,
): Promise<string | null> {
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
  await trx.deleteFrom('planned_release').where('item_id', '=', own.id).execute();
  await recordItem(trx, course, own.id, 'item.removed', own, now);
  return own.title;
}

/** Lets a forum feed an item made by hand: its points become the forum's, scaled, and nothing of them is lost. (docs/rules §7) */
export async function feedFrom(
  trx: Trx,
  course: InCourse,
  itemId: string,
  feeding: Feeding,
  now: number,
): Promise<Answer> {
  const { forumId, maximum, display } = feeding;
  const item = await itemRow(trx, course, itemId);
  if (item.removed_at !== null || (item.forum_id !== null && item.forum_id !== forumId))
    throw wrongField(feeding.field, 'Choose a gradebook item of this course that no other forum feeds.');
  const replaces = await putAwayOwn(trx, course, feeding, now);
  await trx
    .updateTable('item')
    .set({ forum_id: forumId, display, follows: 0, version: item.version + 1 })
    .where('id', '=', itemId)
    .execute();
  await recordItem(trx, course, itemId, 'item.linked', item, now);
  const rounded: Answer['rounded'] = [];
  let scores = 0;
  for (const stored of await scoresIn(trx, itemId)) {
    if (stored.points === null) continue;
    scores++;
    const lines = JSON.parse(stored.lines) as ExplanationLine[];
    const carried = intoForum(stored.points, lines, item.maximum, maximum);
    if (carried.shown !== stored.points)
      rounded.push({
        student: course.setup.names.get(stored.student_id)!,
        before: stored.points,
        after: carried.shown,
      });
    const decisions = JSON.parse(stored.decisions) as Decisions;
    const override = { points: carried.points, reason: BY_HAND };
    await rescale(
      trx,
      course,
      stored,
      { ...carried, decisions: carried.byHand ? { ...decisions, override } : decisions },
      now,
    );
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
async function unlink(
  trx: Trx,
  course: InCourse,
  itemId: string,
  forumId: string,
  now: number,
): Promise<Answer> {
  const item = await itemRow(trx, course, itemId);
  const forum = await forumRow(trx, course.setup.id, forumId);
  const rules = JSON.parse(forum.rules) as ForumRules;
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
  await trx.deleteFrom('planned_release').where('item_id', '=', itemId).execute();
  await recordItem(trx, course, itemId, 'item.unlinked', item, now);
  let scores = 0;
  for (const stored of await scoresIn(trx, itemId)) {
    if (stored.points === null) continue;
    scores++;
    const points = itemPoints(stored.points, rules.evaluation!.maximum, item.maximum);
    await rescale(trx, course, stored, { points, lines: JSON.parse(stored.lines) as ExplanationLine[] }, now);
  }
  const { maximum } = rules.evaluation!;
  await ownColumn(trx, course, { forumId, maximum, display: rules.display }, forum.title);
  return { scores, rounded: [], replaces: null };
}

/** The forum keeps its category; where it has none, it takes the item's. */
async function takeCategory(
  trx: Trx,
  course: InCourse,
  forumId: string,
  categoryId: string | null,
  now: number,
): Promise<void> {
  const forum = await forumRow(trx, course.setup.id, forumId);
  if (forum.category_id !== null || categoryId === null) return;
  await trx
    .updateTable('forum')
    .set({ category_id: categoryId, version: forum.version + 1 })
    .where('id', '=', forumId)
    .execute();
  await recordForum(trx, course, forumId, 'forum.saved', recordedState(forum), now);
}

/** Lets a forum feed an item from now on, or no longer. */
export async function linkItem(
  trx: Trx,
  course: InCourse,
  itemId: string,
  { version, forumId }: { version: number; forumId: string | null },
  now: number,
): Promise<Answer> {
  const item = await itemRow(trx, course, itemId);
  if (item.version !== version)
    throw conflict('Someone else has changed this item since you opened it.', recordedItem(item));
  if (item.forum_id === forumId) return { scores: 0, rounded: [], replaces: null };
  if (forumId === null) return unlink(trx, course, itemId, item.forum_id!, now);
  if (item.forum_id !== null)
    throw new Problem(409, 'fed', 'Another forum feeds this item. Unlink it first.');
  const { evaluation, display } = JSON.parse(
    (await forumRow(trx, course.setup.id, forumId)).rules,
  ) as ForumRules;
  if (evaluation === null || evaluation.maximum === 0)
    throw wrongField('forumId', 'This forum is not evaluated. Say in the plan how it becomes a score.');
  const answer = await feedFrom(
    trx,
    course,
    itemId,
    { forumId, maximum: evaluation.maximum, display, field: 'forumId' },
    now,
  );
  await takeCategory(trx, course, forumId, item.category_id, now);
  return answer;
}
