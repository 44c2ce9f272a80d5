import type { Kysely } from 'kysely';
import { courseDataOf, type CourseData } from '../../../core/course/courseData';
import type { Post } from '../../../core/course/post';
import type { Database } from '../../db/schema';
import { loadPosts, type PostScope } from '../posts/loadPosts';
import { loadAssignments } from '../reviews/loadAssignments';
import { loadScores } from '../scores/loadScores';
import type { CourseSetup } from '../setup/courseCache';

/** The course as the rules read it, with the posts of a scope and the scores that go with it. */
export async function courseData(
  db: Kysely<Database>,
  setup: CourseSetup,
  scope: Omit<PostScope, 'courseId'>,
): Promise<CourseData & { posts: readonly Post[] }> {
  const posts = await loadPosts(db, { courseId: setup.id, ...scope });
  const scores = await loadScores(db, setup, { studentId: scope.authorId });
  const assignments = await loadAssignments(db, setup, {
    forumId: scope.forumId,
    reviewerId: scope.authorId,
  });
  const data = courseDataOf({ zone: setup.zone, students: [], forums: [], posts, scores, assignments });
  return { ...data, students: setup.students, groups: setup.groups, forums: setup.forums, posts };
}
