import type { Assignment } from '../../core/course/assignment';
import { isMadeBy } from '../../core/course/assignment';
import type { PostInPlace } from '../../core/access/mayRead';
import type { Post } from '../../core/course/post';
import { openForumQuietly, type OpenForum } from '../course/access/openForum';
import { loadAssignments } from '../course/reviews/loadAssignments';
import type { ForumCard } from '../course/setup/courseCache';
import { forumIn, type InCourse } from '../course/setup/inCourse';
import type { Db } from '../db/open';
import { notFound } from '../refusals/problem';

/** An assignment with the forum as somebody opens it. */
export interface OpenAssignment {
  readonly assignment: Assignment;
  readonly opened: OpenForum;
  readonly card: ForumCard;
  /** The version of the post that others read when it was assigned. */
  readonly postNumber: number;
  /** The post, and where it stands; undefined where it does not exist at the instant. */
  readonly post: Post | undefined;
  readonly place: PostInPlace | undefined;
}

/**
 * An assignment of the course as of an instant, with its forum as whoever asks opens it. It says nothing yet of who may read what.
 *
 * @param forumId the forum it has to be of; left out: any
 * @throws {Problem} 404 where there is none
 */
export async function openAssignment(
  db: Db,
  course: InCourse,
  assignmentId: string,
  now: number,
  forumId?: string,
): Promise<OpenAssignment> {
  const row = await db
    .selectFrom('assignment')
    .innerJoin('forum', 'forum.id', 'assignment.forum_id')
    .select(['assignment.forum_id', 'assignment.post_number'])
    .where('assignment.id', '=', assignmentId)
    .where('forum.course_id', '=', course.setup.id)
    .executeTakeFirst();
  if (!row || (forumId !== undefined && row.forum_id !== forumId)) throw notFound();
  const { card } = forumIn(course.setup, row.forum_id);
  const all = await loadAssignments(db, course.setup, { forumId: row.forum_id });
  const assignment = all.find(({ id }) => id === assignmentId);
  if (!assignment || !isMadeBy(assignment, now)) throw notFound();
  const opened = await openForumQuietly(db, course, row.forum_id, now);
  return {
    assignment,
    opened,
    card,
    postNumber: row.post_number,
    post: opened.posts.get(assignment.postId),
    place: opened.placed.get(assignment.postId),
  };
}
