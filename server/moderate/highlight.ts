import type { HighlightKind } from '../../core/course/post';
import { marksAnswers } from '../../core/moderate/marksAnswers';
import { openForum, readablePost } from '../course/access/openForum';
import { refuseUnlessModerates } from '../course/access/moderates';
import { changeCourse, type Change, type Keeping } from '../course/change/changeCourse';
import type { InCourse } from '../course/setup/inCourse';
import { Problem } from '../refusals/problem';

/** Ends what makes a post stand out. */
export const endHighlights = (change: Change, postId: string, kinds: readonly HighlightKind[]) =>
  change.trx
    .updateTable('highlight')
    .set({ to: change.now })
    .where('post_id', '=', postId)
    .where('kind', 'in', kinds)
    .where('to', 'is', null)
    .execute();

/** No reply of a thread is its answer any more. */
const endAnswers = (change: Change, threadId: string) =>
  change.trx
    .updateTable('highlight')
    .set({ to: change.now })
    .where('kind', '=', 'answer')
    .where('to', 'is', null)
    .where('post_id', 'in', (eb) => eb.selectFrom('post').select('id').where('thread_id', '=', threadId))
    .execute();

/**
 * Pins a thread on top of its forum, or marks a reply as the answer of its thread, or no longer; of a thread one reply is the answer.
 * (docs/rules §4, Moderating)
 */
export function setHighlight(
  deps: Keeping,
  course: InCourse,
  at: { readonly forumId: string; readonly postId: string },
  { kind, stands }: { readonly kind: HighlightKind; readonly stands: boolean },
  now: number,
): Promise<void> {
  return changeCourse(deps, course, now, async (change) => {
    const { trx } = change;
    const opened = await openForum(trx, course, at.forumId, now);
    const { post, place } = readablePost(opened, at.postId);
    refuseUnlessModerates(opened, place, now);
    if (stands && kind === 'pinned' && post.parentId !== null)
      throw new Problem(409, 'noThread', 'A thread is pinned by its first post.');
    if (stands && kind === 'answer' && (post.parentId === null || !marksAnswers(opened.forum)))
      throw new Problem(
        409,
        'noAnswer',
        'Only a reply can be marked as the answer, in a forum that asks for no posts and gives no points.',
      );
    if (stands && place.removed) throw new Problem(409, 'removed', 'This post is removed; restore it first.');
    if (kind === 'answer' && stands) await endAnswers(change, post.threadId);
    else await endHighlights(change, post.id, [kind]);
    if (stands)
      await trx
        .insertInto('highlight')
        .values({ post_id: post.id, kind, from: now, to: null, by: course.person.id })
        .execute();
    const what = kind === 'pinned' ? 'thread' : 'post';
    const done = kind === 'pinned' ? (stands ? 'pinned' : 'unpinned') : stands ? 'markedAnswer' : 'notAnswer';
    await change.record(`${what}.${done}`, { of: 'post', id: post.id });
  });
}
