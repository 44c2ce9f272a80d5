import type { AnswerOf, BodyOf } from '../../contract/endpoint';
import type { setTimeAway as endpoint } from '../../contract/plan';
import { changeCourse } from '../course/change/changeCourse';
import { excuse } from '../course/scores/excuse';
import { storedScore } from '../course/scores/storedScore';
import { forumIn, worksWith, type InCourse } from '../course/setup/inCourse';
import type { Deps } from '../feature/deps';
import { notFound, wrongField } from '../refusals/problem';
import { writeDates } from './moveDates';

/**
 * Moves what is due for a student while they are away, and excuses them from what cannot be made up, all or none; the same undoes it.
 * (docs/rules §2)
 *
 * @returns each moved forum's new version, and where excusing changed something
 */
export function setTimeAway(
  deps: Deps,
  course: InCourse,
  studentId: string,
  asked: BodyOf<typeof endpoint>,
  now: number,
): Promise<AnswerOf<typeof endpoint>> {
  if (!worksWith(course, studentId)) throw notFound();
  return changeCourse(deps, course, now, async (change) => {
    const versions = await writeDates(change, course, {
      changes: asked.changes,
      what: 'ownTerms',
      confirmed: asked.confirmed,
    });
    const changed: string[] = [];
    for (const [index, { forumId, excused }] of asked.excuse.entries()) {
      const { card } = forumIn(course.setup, forumId);
      const { itemId } = card;
      if (itemId === null)
        throw wrongField(
          `excuse.${index}.forumId`,
          `“${card.title}” is not scored, so nobody needs to be excused from it.`,
        );
      const stored = await storedScore(change.trx, itemId, studentId);
      if ((stored?.excused === 1) === excused) continue;
      await excuse(change, { itemId, studentId, stored }, excused, asked.reason || null);
      changed.push(forumId);
    }
    await change.record('away.set', { of: 'member', id: studentId }, { why: asked.reason || null });
    return { versions, excused: changed };
  });
}
