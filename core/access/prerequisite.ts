import type { CourseData } from '../course/courseData';
import type { Forum, Prerequisite } from '../course/forum';
import type { Student } from '../course/roster';
import { participationOf } from '../participation/participationOf';
import { WHOLE } from '../course/points';
import type { Instant } from '../time/instant';

/**
 * Whether a student has met a prerequisite at *t*: initial posts made, all required posts made, or a released score of
 * at least x percent. Made is met, late or held. What is not asked of the student, or excused, is met. (rules §3)
 */
export function isPrerequisiteMet(
  course: CourseData,
  prerequisite: Prerequisite,
  student: Student,
  t: Instant,
): boolean {
  const forum = course.forums.get(prerequisite.forumId);
  if (!forum) return true;
  const score = course.scoreOf(forum.id, student.id, t);
  if (score?.excused) return true;
  const part = participationOf(course, forum, student, t);
  if (part.notAsked !== null) return true;
  const { condition } = prerequisite;
  if (condition.kind === 'score') {
    if (!score?.released || score.points === null || forum.evaluation === null) return false;
    return score.points * WHOLE >= condition.atLeast * forum.evaluation.maximum;
  }
  return part.slots
    .filter((slot) => condition.kind === 'allPosts' || slot.kind === 'initial')
    .every((slot) => slot.state === 'met' || slot.state === 'metLate' || slot.state === 'pending');
}

/** The prerequisites of a forum that a student has not met at *t*, in the forum's order. (rules §3) */
export function unmetPrerequisites(
  course: CourseData,
  forum: Forum,
  student: Student,
  t: Instant,
): Prerequisite[] {
  return forum.prerequisites.filter((prerequisite) => !isPrerequisiteMet(course, prerequisite, student, t));
}
