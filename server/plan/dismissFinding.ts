import { changeCourse } from '../course/change/changeCourse';
import type { InCourse } from '../course/setup/inCourse';
import type { Deps } from '../feature/deps';
import { forumRow } from '../course/forums/forumRow';

/** Puts a finding aside with a reason, for as long as its facts stay, or takes it up again. (rules §8) */
export async function dismissFinding(
  deps: Deps,
  course: InCourse,
  finding: { forumId: string; code: string; facts: string; reason: string | null },
  now: number,
): Promise<void> {
  const { setup, person } = course;
  const { forumId, code, facts, reason } = finding;
  await changeCourse(deps, course, now, async (change) => {
    const { trx } = change;
    await forumRow(trx, setup.id, forumId);
    await trx
      .deleteFrom('dismissal')
      .where('course_id', '=', setup.id)
      .where('forum_id', '=', forumId)
      .where('code', '=', code)
      .where('facts', '=', facts)
      .execute();
    if (reason !== null)
      await trx
        .insertInto('dismissal')
        .values({ course_id: setup.id, forum_id: forumId, code, facts, reason, by: person.id, at: now })
        .execute();
    await change.record(
      reason === null ? 'finding.takenUp' : 'finding.dismissed',
      { of: 'finding', forumId, code },
      { why: reason },
    );
  });
}
