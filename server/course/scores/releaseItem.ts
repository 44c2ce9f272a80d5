import type { Item } from '../../../core/gradebook/gradebook';
import { isToSettle } from '../../../core/scoring/agreement';
import type { Change } from '../change/changeCourse';
import { worksWith, type InCourse } from '../setup/inCourse';
import { keepScore } from './keepScore';
import { readingsOf } from './readings';
import { storedScores } from './storedScore';

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
  change: Change,
  course: InCourse,
  item: Pick<Item, 'id' | 'forumId'>,
  students: 'all' | readonly string[],
  released: boolean,
): Promise<Released> {
  const forum = item.forumId === null ? null : course.setup.forums.get(item.forumId);
  const readings =
    forum?.evaluation?.secondReading && released && students === 'all'
      ? await readingsOf(change.trx, item.id)
      : null;
  const isUnsettled = (id: string) => {
    const own = readings?.get(id);
    return own !== undefined && isToSettle(own.given, own.settledAt);
  };
  const meant = [...(await storedScores(change.trx, item.id)).values()].filter(
    (row) =>
      row.points !== null &&
      (row.released_at === null) === released &&
      worksWith(course, row.student_id) &&
      (students === 'all' || students.includes(row.student_id)),
  );
  const chosen = meant.filter((row) => !isUnsettled(row.student_id));
  for (const stored of chosen) {
    const cell = { itemId: item.id, studentId: stored.student_id, stored };
    // Who has the Desk open saves by the version they have all the same: what they decide is nothing a release changes.
    await keepScore(change, cell, { released_at: released ? change.now : null }, { anew: false });
    const what = released ? 'score.released' : 'score.takenBack';
    await change.record(what, { of: 'score', itemId: item.id, studentId: stored.student_id });
  }
  return { changed: chosen.map((row) => row.student_id), unsettled: meant.length - chosen.length };
}
