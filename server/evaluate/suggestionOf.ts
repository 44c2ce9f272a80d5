import { participationOf } from '../../core/participation/participationOf';
import { suggest, type Decisions, type Suggestion } from '../../core/scoring/suggest';
import { courseData } from '../course/facts/courseData';
import { forumIn, type InCourse } from '../course/setup/inCourse';
import type { Db } from '../db/open';
import { notFound } from '../refusals/problem';

/** What some decisions come to for a student of a forum at an instant; null where the forum is not asked of them. */
export async function suggestionOf(
  db: Db,
  course: InCourse,
  forumId: string,
  studentId: string,
  decisions: Decisions,
  now: number,
): Promise<Suggestion | null> {
  const { forum } = forumIn(course.setup, forumId);
  const student = course.setup.students.get(studentId);
  if (!student) throw notFound();
  const data = await courseData(db, course.setup, { forumId, authorId: studentId });
  return suggest(forum, participationOf(data, forum, student, now), decisions, now);
}
