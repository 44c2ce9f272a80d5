import { fromJson } from '../db/json';
import { meanOf, pairOf } from '../../core/scoring/agreement';
import type { Decisions } from '../../core/scoring/suggest';
import { forumIn, worksWith, type InCourse } from '../course/setup/inCourse';
import type { Keeping } from '../course/change/changeCourse';
import { notFound, Problem } from '../refusals/problem';
import { isSecond, readingsFor } from '../course/scores/readings';
import { saveScore, type ShowDesk } from './saveScore';
import { storedScore } from '../course/scores/storedScore';

/**
 * Settles what two evaluators see differently: the score is given with what one of them decided, or at the mean of both with that as its
 * reason. The remark stays. (docs/rules §6)
 */
export async function settle(
  deps: Keeping,
  course: InCourse,
  { forumId, studentId }: { forumId: string; studentId: string },
  { version, at }: { version: number; at: string },
  now: number,
  show: ShowDesk,
): Promise<void> {
  const { forum, card } = forumIn(course.setup, forumId);
  if (!worksWith(course, studentId) || card.itemId === null || !forum.evaluation?.secondReading)
    throw notFound();
  const readings = await readingsFor(deps.db, card.itemId, studentId);
  const pair = pairOf(readings.given);
  if (pair === null || isSecond(readings, course.person.id))
    throw new Problem(
      409,
      'notReadTwice',
      'Two evaluators have to read the student before there is something to settle.',
    );
  const stored = await storedScore(deps.db, card.itemId, studentId);
  const one = readings.kept.find(({ readerId }) => readerId === (at === 'mean' ? pair[0].readerId : at));
  if (!one) throw notFound();
  const decisions: Decisions =
    at === 'mean'
      ? { ...one.decisions, override: { points: meanOf(pair), reason: 'The mean of two readings.' } }
      : one.decisions;
  const remark = stored?.remark ? fromJson(stored.remark) : null;
  const asked = { version, decisions, remark, give: true };
  return saveScore(deps, course, { forumId, studentId }, asked, now, show);
}
