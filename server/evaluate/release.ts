import { isToSettle } from '../../core/scoring/agreement';
import { forumIn, worksWith, type InCourse } from '../course/inCourse';
import { keepRecord } from '../course/record';
import type { Deps } from '../deps';
import { notFound } from '../http/problem';
import { readingsOf } from './readings';

/**
 * Releases given scores to students, or takes them back; answers for whom that changed anything. Where two evaluators see a score
 * differently, it is settled before all are released.
 */
export async function setReleased(
  deps: Deps,
  course: InCourse,
  forumId: string,
  students: 'all' | readonly string[],
  released: boolean,
  now: number,
): Promise<{ readonly changed: readonly string[]; readonly unsettled: number }> {
  const { forum, card } = forumIn(course.setup, forumId);
  if (card.itemId === null) throw notFound();
  const itemId = card.itemId;
  return deps.db.transaction().execute(async (trx) => {
    const rows = await trx
      .selectFrom('score')
      .select('student_id')
      .where('item_id', '=', itemId)
      .where('points', 'is not', null)
      .where('released_at', released ? 'is' : 'is not', null)
      .execute();
    const readings =
      forum.evaluation?.secondReading && released && students === 'all'
        ? await readingsOf(trx, itemId)
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
        .where('item_id', '=', itemId)
        .where('student_id', '=', id)
        .execute();
      await keepRecord(trx, {
        courseId: course.setup.id,
        at: now,
        actorId: course.person.id,
        what: released ? 'score.released' : 'score.takenBack',
        subject: `score:${itemId}:${id}`,
      });
    }
    return { changed: chosen, unsettled: meant.length - chosen.length };
  });
}
