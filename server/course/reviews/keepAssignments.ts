import { randomUUID } from 'node:crypto';
import { standingVersion } from '../../../core/course/approval';
import type { Assignment, AssignmentEnd } from '../../../core/course/assignment';
import type { Given } from '../../../core/review/topUp';
import type { Settlement } from '../../../core/review/settle';
import type { Trx } from '../../db/open';
import type { ForumPosts } from '../posts/forumPosts';

/** SQLite takes so many rows in one statement. */
const ROWS = 500;

/** Who makes or ends assignments, and when; null: Juror. */
interface By {
  readonly personId: string | null;
  readonly at: number;
}

/** Gives people posts to review. */
export async function giveAssignments(
  trx: Trx,
  forumId: string,
  posts: ForumPosts,
  given: readonly Given[],
  { personId, at }: By,
): Promise<void> {
  const rows = given.map(({ reviewerId, authorId, postId }) => ({
    id: randomUUID(),
    forum_id: forumId,
    reviewer_id: reviewerId,
    author_id: authorId,
    post_id: postId,
    post_number: standingVersion(posts.byId.get(postId)!, at),
    made_at: at,
    made_by: personId,
    ended_at: null,
    ended_how: null,
    ended_by: null,
    received_at: null,
  }));
  for (let from = 0; from < rows.length; from += ROWS)
    await trx
      .insertInto('assignment')
      .values(rows.slice(from, from + ROWS))
      .execute();
}

/** Ends assignments. */
export async function endAssignments(
  trx: Trx,
  assignments: readonly Pick<Assignment, 'id'>[],
  how: AssignmentEnd,
  { personId, at }: By,
): Promise<void> {
  for (const { id } of assignments)
    await trx
      .updateTable('assignment')
      .set({ ended_at: at, ended_how: how, ended_by: personId })
      .where('id', '=', id)
      .execute();
}

/** Gives back assignments that were ended. */
export async function reopenAssignments(trx: Trx, ids: readonly string[]): Promise<void> {
  for (const id of ids)
    await trx
      .updateTable('assignment')
      .set({ ended_at: null, ended_how: null, ended_by: null })
      .where('id', '=', id)
      .execute();
}

/** Hands reviews over to their authors. */
export async function receiveReviews(
  trx: Trx,
  assignments: readonly Pick<Assignment, 'id'>[],
  at: number,
): Promise<void> {
  for (const { id } of assignments)
    await trx.updateTable('assignment').set({ received_at: at }).where('id', '=', id).execute();
}

/** Writes down what settling came to. */
export async function keepSettlement(
  trx: Trx,
  forumId: string,
  posts: ForumPosts,
  { lapsed, pairs, given, received }: Settlement,
  at: number,
): Promise<void> {
  const by = { personId: null, at };
  await endAssignments(trx, lapsed, 'lapsed', by);
  if (pairs)
    await trx.updateTable('review_book').set({ paired_at: at }).where('forum_id', '=', forumId).execute();
  await giveAssignments(trx, forumId, posts, given, by);
  await receiveReviews(trx, received, at);
}
