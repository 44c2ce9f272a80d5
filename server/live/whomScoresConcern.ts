import { FEW_ROWS } from '../../contract/gradebook';
import type { LiveEvent } from '../../contract/live';
import type { TouchedScore } from '../course/change/changed';
import type { CourseSetup } from '../course/setup/courseCache';
import { personOf, worksWith } from '../course/setup/inCourse';

/**
 * Decides whom scores that changed are told to: staff, of the students they work with. Whose they are is not said where a forum hides
 * names, so that nobody learns it from what comes just after they gave a score.
 */
export function whomScoresConcern(
  setup: CourseSetup,
  scores: readonly TouchedScore[],
): (personId: string) => LiveEvent | null {
  const forumOf = new Map(setup.gradebook.items.map(({ id, forumId }) => [id, forumId]));
  return (personId) => {
    const member = setup.members.get(personId);
    if (!member || member.removed || member.role === 'student') return null;
    const course = { setup, member, person: personOf(setup, member) };
    const own = scores.filter(({ studentId }) => worksWith(course, studentId));
    if (own.length === 0) return null;
    const forums = [...new Set(own.flatMap(({ itemId }) => forumOf.get(itemId) ?? []))];
    const students = [...new Set(own.map(({ studentId }) => studentId))];
    const hides = forums.some((id) => setup.forums.get(id)?.evaluation?.hideNames === true);
    return {
      kind: 'scores',
      course: setup.id,
      forums,
      students: hides || students.length > FEW_ROWS ? [] : students,
    };
  };
}
