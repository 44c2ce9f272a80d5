import type { Forum } from '../course/forum';
import type { Student } from '../course/roster';

/**
 * Whether a student belongs to a forum's audience: everyone, or the union of listed sections, groups and students.
 * Staff are never audience. (rules §2)
 */
export function inAudience(forum: Pick<Forum, 'audience'>, student: Student): boolean {
  const { audience } = forum;
  if (audience.kind === 'everyone') return true;
  return (
    audience.studentIds.includes(student.id) ||
    (student.sectionId !== null && audience.sectionIds.includes(student.sectionId)) ||
    student.groupIds.some((id) => audience.groupIds.includes(id))
  );
}
