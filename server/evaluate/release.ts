import type { Trx } from '../db/open';
import type { Item } from '../../core/gradebook/gradebook';
import { isToSettle } from '../../core/scoring/agreement';
import { forumIn, worksWith, type InCourse } from '../course/setup/inCourse';
import { keepRecord } from '../course/record/record';
import type { Deps } from '../feature/deps';
import { notFound } from '../refusals/problem';
import { readingsOf } from '../course/scores/readings';

/** Which scores are released or taken back, and what comes of it. */
export interface Released {
  /** For whom that changed anything. */
  readonly changed: readonly string[];
  /** How many are left out, because two evaluators see them differently and it is not settled. */
  readonly unsettled: number;
}

/**
 * Releases given scores of an item to students, or takes them back. Where two evaluators see a score differently, it is settled before all
 * are released.
 */
export async function releaseItem(
  trx: Trx,
  course: InCourse,
  item: Pick<Item, 'id' | 'forumId'>,
  students: 'all' | readonly string[],
  released: boolean,
  now: number,
): Promise<Released> {
  const forum = item.forumId === null ? null : course.setup.forums.get(item.forumId);
  const rows = await trx
    .selectFrom('score')
    .select('student_id')
    .where('item_id', '=', item.id)
    .where('points', 'is not', null)
    .where('released_at', released ? 'is' : 'is not', null)
    .execute();
  const readings =
    forum?.evaluation?.secondReading && released && students === 'all'
      ? await readingsOf(trx, item.id)
      : null;
  const isUnsettled = (id: string) => {
    const own = readings?.get(id);
    return own !== undefined && isToSettle(own.given, own.settledAt);
  };
  const meant = rows
    .map((row) => row.student_id)
    .filter((id) => worksWith(course, id) && (students === 'all' || students.includes(id)));
  const chosen = meant.filter((id) => !isUnsettled(id));
  for (const id of chosen) {
    await trx
      .updateTable('score')
      .set({ released_at: released ? now : null })
      .where('item_id', '=', item.id)
      .where('student_id', '=', id)
      .execute();
    await keepRecord(trx, {
      courseId: course.setup.id,
      at: now,
      actorId: course.person.id,
      what: released ? 'score.released' : 'score.takenBack',
      subject: `score:${item.id}:${id}`,
    });
  }
  return { changed: chosen, unsettled: meant.length - chosen.length };
}

/** The same for the item a forum feeds. */
export async function setReleased(
  deps: Deps,
  course: InCourse,
  forumId: string,
  students: 'all' | readonly string[],
  released: boolean,
  now: number,
): Promise<Released> {
  const { card } = forumIn(course.setup, forumId);
  if (card.itemId === null) throw notFound();
  const item = { id: card.itemId, forumId };
  return deps.db.transaction().execute((trx) => releaseItem(trx, course, item, students, released, now));
}
