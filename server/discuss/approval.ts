import type { Transaction } from 'kysely';
import { startsHeld } from '../../core/access/hold';
import { approvalAt, type Post } from '../../core/course/post';
import type { InCourse } from '../course/inCourse';
import { keepRecord } from '../course/record';
import type { Db } from '../db/open';
import type { Database } from '../db/schema';
import { Problem } from '../http/problem';
import { openForum, readablePost, type OpenForum } from './access';

/** Has a student's post wait for approval where the forum says so. */
export async function holdIfAsked(
  trx: Transaction<Database>,
  course: InCourse,
  opened: OpenForum,
  postId: string,
  resent: Post | null,
  now: number,
): Promise<void> {
  if (course.person.kind !== 'student') return;
  const own = opened.data.postsBy(opened.forum.id, course.person.id);
  if (!startsHeld(opened.forum, own, resent, now)) return;
  await trx
    .insertInto('approval')
    .values({ post_id: postId, at: now, state: 'held', by: course.person.id })
    .execute();
}

/** Approves a post that waits, or gives it back with a reason its author reads; the author may then send it again. */
export function decideApproval(
  db: Db,
  course: InCourse,
  forumId: string,
  postId: string,
  decision: { state: 'approved' | 'returned'; reason: string | null },
  now: number,
): Promise<void> {
  return db.transaction().execute(async (trx) => {
    const opened = await openForum(trx, course, forumId, now);
    const { post } = readablePost(opened, postId);
    const state = approvalAt(post, now);
    if (state === decision.state) return;
    if (state !== 'held')
      throw new Problem(409, 'notHeld', 'This post does not wait for approval any more. Reload the page.');
    await trx
      .insertInto('approval')
      .values({ post_id: postId, at: now, by: course.person.id, ...decision })
      .execute();
    await keepRecord(trx, {
      courseId: course.setup.id,
      at: now,
      actorId: course.person.id,
      what: `post.${decision.state}`,
      subject: `post:${postId}`,
      why: decision.reason,
    });
  });
}
