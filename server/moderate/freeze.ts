import { changeCourse, type Keeping } from '../course/change/changeCourse';
import type { InCourse } from '../course/setup/inCourse';
import type { Deps } from '../feature/deps';
import { openForum, readablePost } from '../course/access/openForum';
import { refused } from '../refusals/problem';
import { forumRow, recordedState } from '../course/forums/forumRow';
import { recordForum } from '../course/forums/recordForum';
import { refuseUnlessModerates } from '../course/access/moderates';

/** Stops posting in the thread a post stands in, or lets it go on; staff write there all the same. (rules §3) */
export function setThreadFrozen(
  deps: Keeping,
  course: InCourse,
  forumId: string,
  postId: string,
  frozen: boolean,
  now: number,
): Promise<void> {
  return changeCourse(deps, course, now, async (change) => {
    const { trx } = change;
    const opened = await openForum(trx, course, forumId, now);
    const { post, place } = readablePost(opened, postId);
    const opening = opened.placed.get(post.threadId) ?? place;
    refuseUnlessModerates(opened, opening, now);
    if (place.frozen === frozen) return;
    if (frozen)
      await trx
        .insertInto('freeze')
        .values({ thread_id: post.threadId, from: now, to: null, by: course.person.id })
        .execute();
    else
      await trx
        .updateTable('freeze')
        .set({ to: now })
        .where('thread_id', '=', post.threadId)
        .where('to', 'is', null)
        .execute();
    await change.record(frozen ? 'thread.frozen' : 'thread.unfrozen', { of: 'post', id: post.threadId });
  });
}

/** Stops posting in a whole forum, whatever its window says, or lets it go on. (rules §3) */
export async function setForumFrozen(
  deps: Deps,
  course: InCourse,
  forumId: string,
  frozen: boolean,
  now: number,
): Promise<void> {
  // It stops everyone's posting, and so is for those who work with everyone.
  if (course.member.sections !== 'all')
    throw refused('notYourStudents', 'Only staff of all sections freeze a forum.');
  await changeCourse(deps, course, now, async (change) => {
    const { trx } = change;
    const before = await forumRow(trx, course.setup.id, forumId);
    if ((before.frozen === 1) === frozen) return;
    await trx
      .updateTable('forum')
      .set({ frozen: frozen ? 1 : 0, version: before.version + 1 })
      .where('id', '=', forumId)
      .execute();
    const what = frozen ? 'forum.frozen' : 'forum.unfrozen';
    await recordForum(change, course, forumId, what, recordedState(before));
  });
}
