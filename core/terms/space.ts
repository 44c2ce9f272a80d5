import type { CourseData } from '../course/courseData';
import type { Forum } from '../course/forum';
import type { Id } from '../course/id';
import type { Student } from '../course/roster';

/** The space of a forum that runs for the whole class. */
export const CLASS_SPACE: Id = 'class';

/**
 * The space a student has in a forum: the class, their section, their group of the forum's group plan, or in a journal
 * the student alone. null when they have none. (rules §2)
 */
export function spaceOf(
  forum: Pick<Forum, 'readers' | 'groupPlanId'>,
  student: Student,
  groups: CourseData['groups'],
): Id | null {
  switch (forum.readers) {
    case 'class':
      return CLASS_SPACE;
    case 'section':
      return student.sectionId;
    case 'group':
      return student.groupIds.find((id) => groups.get(id)?.planId === forum.groupPlanId) ?? null;
    case 'staff':
      return student.id;
  }
}
