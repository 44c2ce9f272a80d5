import type { InCourse } from '../course/setup/inCourse';
import { keepRecord } from '../course/record/record';
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
  await deps.db.transaction().execute(async (trx) => {
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
    await keepRecord(trx, {
      courseId: setup.id,
      at: now,
      actorId: person.id,
      what: reason === null ? 'finding.takenUp' : 'finding.dismissed',
      subject: `forum:${forumId}:${code}`,
      why: reason,
    });
  });
}
