import type { Db } from '../../db/open';
import type { InCourse } from '../setup/inCourse';
import { openForumQuietly } from './openForum';

/**
 * Which posts of a forum a member of staff may know of. Whoever works with the whole course reads all that stand; of whom an assistant of
 * some sections does not work with, journals and the like stay closed to them. (rules §3)
 */
export async function whatIsRead(
  db: Db,
  course: InCourse,
  forumId: string,
  now: number,
): Promise<(postId: string) => boolean> {
  if (course.member.sections === 'all') return () => true;
  const { sees } = await openForumQuietly(db, course, forumId, now);
  return (id) => sees.get(id) === 'text';
}
