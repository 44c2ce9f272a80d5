import type { Trx } from '../../db/open';
import { keepRecord } from '../record/record';
import type { InCourse } from '../setup/inCourse';
import { recordedState, type RecordedForum } from './forumRow';

/** Writes down what a forum was and is, in the transaction that changes it. */
export async function recordForum(
  trx: Trx,
  course: InCourse,
  forumId: string,
  what: string,
  before: RecordedForum | null,
  now: number,
): Promise<void> {
  const row = await trx.selectFrom('forum').selectAll().where('id', '=', forumId).executeTakeFirstOrThrow();
  await keepRecord(trx, {
    courseId: course.setup.id,
    at: now,
    actorId: course.person.id,
    what,
    subject: `forum:${forumId}`,
    before,
    after: recordedState(row),
  });
}
