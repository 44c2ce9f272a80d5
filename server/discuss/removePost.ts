import { changeCourse, type Change, type Keeping } from '../course/change/changeCourse';
import { mayDo } from '../../core/access/mayDo';
import type { InCourse } from '../course/setup/inCourse';
import { notFound } from '../refusals/problem';
import { openForum, readablePost } from '../course/access/openForum';
import { allowedOrRefuse } from '../course/access/allowedOrRefuse';

function recordPost(
  change: Change,
  course: InCourse,
  what: 'post.removed' | 'post.restored',
  postId: string,
): Promise<void> {
  return change.record(what, { of: 'post', id: postId });
}

/** Removes a post, one's own or, as staff, anyone's; its text stays for its author and staff. (rules §3, §4) */
export function removePost(
  deps: Keeping,
  course: InCourse,
  forumId: string,
  postId: string,
  now: number,
): Promise<void> {
  return changeCourse(deps, course, now, async (change) => {
    const { trx } = change;
    const opened = await openForum(trx, course, forumId, now);
    const { post, place } = readablePost(opened, postId);
    if (place.removed) return;
    const answered = opened.answered.has(postId);
    allowedOrRefuse(
      mayDo(opened.forum, opened.access, { do: 'remove', place, post, answered }, now),
      opened.date,
    );
    await trx
      .insertInto('removal')
      .values({ post_id: postId, from: now, to: null, by: course.person.id })
      .execute();
    await recordPost(change, course, 'post.removed', postId);
  });
}

/**
 * Puts a removed post back: staff any, a student their own that they removed themselves, while they could remove it still. Its times are
 * what they were.
 */
export function restorePost(
  deps: Keeping,
  course: InCourse,
  forumId: string,
  postId: string,
  now: number,
): Promise<void> {
  return changeCourse(deps, course, now, async (change) => {
    const { trx } = change;
    const opened = await openForum(trx, course, forumId, now);
    const { post, place } = readablePost(opened, postId);
    if (course.person.kind === 'student' && post.authorId !== course.person.id) throw notFound();
    if (!place.removed) return;
    const removal = await trx
      .selectFrom('removal')
      .select('by')
      .where('post_id', '=', postId)
      .where('to', 'is', null)
      .executeTakeFirst();
    if (!removal) return;
    const answered = opened.answered.has(postId);
    allowedOrRefuse(
      mayDo(opened.forum, opened.access, { do: 'restore', place, answered, removedBy: removal.by }, now),
      opened.date,
    );
    await trx
      .updateTable('removal')
      .set({ to: now })
      .where('post_id', '=', postId)
      .where('to', 'is', null)
      .execute();
    await recordPost(change, course, 'post.restored', postId);
  });
}
