import { courseDataOf, type CourseData, type ScoreFacts } from '../../../core/course/courseData';
import type { CourseSetup } from '../setup/courseCache';
import type { Db } from '../../db/open';
import { loadAssignments } from '../reviews/loadAssignments';
import { postsOfForum } from '../posts/forumPosts';

/** The course as the rules read it of one forum alone: its posts, and the scores that are handed in, by student. */
export async function forumData(
  db: Db,
  setup: CourseSetup,
  forumId: string,
  scores: ReadonlyMap<string, ScoreFacts>,
): Promise<CourseData> {
  const here = await postsOfForum(db, setup.id, forumId);
  const assignments = await loadAssignments(db, setup, { forumId });
  return {
    ...courseDataOf({ zone: setup.zone, students: [], forums: [], posts: [], assignments }),
    students: setup.students,
    groups: setup.groups,
    forums: setup.forums,
    postsBy: (inForum, personId) => (inForum === forumId ? here.by(personId) : []),
    scoreOf: (inForum, studentId) => (inForum === forumId ? (scores.get(studentId) ?? null) : null),
  };
}
