import type { Transaction } from 'kysely';
import { startsHeld } from '../../core/access/hold';
import type { Post } from '../../core/course/post';
import type { InCourse } from '../course/inCourse';
import type { Database } from '../db/schema';
import type { OpenForum } from './access';

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
