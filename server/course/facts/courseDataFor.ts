import type { Kysely } from 'kysely';
import { courseDataOf, type CourseData } from '../../../core/course/courseData';
import type { CourseSetup } from '../setup/courseCache';
import type { Database } from '../../db/schema';
import { loadAssignments } from '../reviews/loadAssignments';
import { loadScores } from '../scores/loadScores';
import { postsOfForum, type ForumPosts } from '../posts/forumPosts';
import { loadPosts } from '../posts/loadPosts';

/**
 * The course as one person's access needs it: everything they wrote in the whole course (prerequisites ask other
 * forums), and, for whoever reads a forum, all posts of that forum; for staff also everybody’s reviews there.
 */
export async function courseDataFor(
  db: Kysely<Database>,
  setup: CourseSetup,
  personId: string,
  forumId: string,
): Promise<{ data: CourseData; here: ForumPosts }> {
  const here = await postsOfForum(db, setup.id, forumId);
  const needsOthers = (setup.forums.get(forumId)?.prerequisites.length ?? 0) > 0;
  const elsewhere = needsOthers
    ? (await loadPosts(db, { courseId: setup.id, authorId: personId })).filter(
        (post) => post.forumId !== forumId,
      )
    : [];
  const scores = await loadScores(db, setup, { studentId: personId });
  const isStudent = setup.students.has(personId);
  // Staff ask what everyone has done here; students what they did themselves, and in forums that have to be done first.
  const assignments = await loadAssignments(db, setup, {
    forumId: isStudent && needsOthers ? undefined : forumId,
    reviewerId: isStudent ? personId : undefined,
  });
  const base = courseDataOf({
    zone: setup.zone,
    students: [],
    forums: [],
    posts: elsewhere,
    scores,
    assignments,
  });
  const data = {
    ...base,
    students: setup.students,
    groups: setup.groups,
    forums: setup.forums,
    postsBy: (inForum: string, by: string) => (inForum === forumId ? here.by(by) : base.postsBy(inForum, by)),
  };
  return { data, here };
}
