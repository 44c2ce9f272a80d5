import type { Change } from '../change/changeCourse';
import type { InCourse } from '../setup/inCourse';
import { recordedState, type RecordedForum } from './forumRow';

/** Writes down what a forum was and is, in the transaction that changes it. */
export async function recordForum(
  change: Change,
  course: InCourse,
  forumId: string,
  what: string,
  before: RecordedForum | null,
): Promise<void> {
  const { trx } = change;
  const row = await trx.selectFrom('forum').selectAll().where('id', '=', forumId).executeTakeFirstOrThrow();
  await change.record(what, { of: 'forum', id: forumId }, { before, after: recordedState(row) });
}
