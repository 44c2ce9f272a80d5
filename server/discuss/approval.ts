import { searchable } from '../../core/text/searchable';
import { fromJson } from '../db/json';
import type { Trx } from '../db/open';
import { holdOf } from '../../core/course/hold';
import { openChange, standingVersion, type ApprovalDecision } from '../../core/course/approval';
import type { Post } from '../../core/course/post';
import type { InCourse } from '../course/setup/inCourse';
import type { OpenForum } from '../course/access/openForum';
import { keepMentions } from './mentions';

/** Keeps a decision about approval. */
export async function keepDecision(
  trx: Trx,
  postId: string,
  { at, state, standing }: ApprovalDecision,
  by: string,
  reason: string | null = null,
): Promise<void> {
  await trx
    .insertInto('approval')
    .values({ post_id: postId, at, state, by, reason, standing: standing ?? null })
    .execute();
}

/** Has a student's new post wait for approval where the forum says so. */
export async function holdNewPost(
  trx: Trx,
  course: InCourse,
  opened: OpenForum,
  postId: string,
  now: number,
): Promise<void> {
  if (course.person.kind !== 'student') return;
  const own = opened.data.postsBy(opened.forum.id, course.person.id);
  if (holdOf(opened.forum, own, null, now) !== null)
    await keepDecision(trx, postId, { at: now, state: 'held' }, course.person.id);
}

/**
 * Settles what is read of a post that was just changed. A student's change waits where the forum has it wait; what is found, and who is
 * called by name, follow the version before until it is approved. What staff change stands at once, and whatever waited in it too.
 *
 * @param post as it was before the change
 */
export async function settleChange(
  trx: Trx,
  course: InCourse,
  opened: OpenForum,
  post: Post,
  now: number,
): Promise<void> {
  const by = course.person.id;
  const change = openChange(post, now);
  if (course.person.kind === 'staff') {
    if (change !== null)
      await keepDecision(trx, post.id, { at: now, state: 'approved', standing: change.standing }, by);
    return showVersion(trx, post.id, post.revisions.length + 1, now);
  }
  const own = opened.data.postsBy(opened.forum.id, by);
  const hold = holdOf(opened.forum, own, post, now);
  const standing = standingVersion(post, now);
  if (hold === 'post') await keepDecision(trx, post.id, { at: now, state: 'held' }, by);
  if (hold === 'change') await keepDecision(trx, post.id, { at: now, state: 'held', standing }, by);
  const waits = hold === 'change' || change !== null;
  await showVersion(trx, post.id, waits ? standing : post.revisions.length + 1, now);
}

/** Has what is found of a post, and who is called by name in it, follow one of its versions. */
export async function showVersion(trx: Trx, postId: string, number: number, now: number): Promise<void> {
  const { doc, text } = await trx
    .selectFrom('revision')
    .select(['doc', 'text'])
    .where('post_id', '=', postId)
    .where('number', '=', number)
    .executeTakeFirstOrThrow();
  await trx
    .updateTable('post_text')
    .set({ text: searchable(text) })
    .where('post_id', '=', postId)
    .where('text', '!=', searchable(text))
    .execute();
  await keepMentions(trx, postId, fromJson(doc), now);
}

/** Takes back whom an approved change called by name, when the change waits again. */
export async function forgetMentionsSince(trx: Trx, postId: string, at: number): Promise<void> {
  await trx.deleteFrom('mention').where('post_id', '=', postId).where('at', '>=', at).execute();
}
