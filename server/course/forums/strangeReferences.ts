import type { ForumSettings } from '../../../contract/forumSettings';
import { wrongField } from '../../refusals/problem';
import type { CourseSetup } from '../setup/courseCache';

/** Settings name only what the course has. */
export function refuseStrangeReferences(setup: CourseSetup, forumId: string, settings: ForumSettings): void {
  const { unitId, categoryId, rules } = settings;
  if (unitId !== null && !setup.units.some(({ id }) => id === unitId))
    throw wrongField('unitId', 'Choose a unit of this course.');
  if (categoryId !== null && !setup.gradebook.categories.some(({ id }) => id === categoryId))
    throw wrongField('categoryId', 'Choose a category of this course.');
  if (rules.groupPlanId !== null && !setup.groupPlans.some(({ id }) => id === rules.groupPlanId))
    throw wrongField('rules.groupPlanId', 'Choose a group plan of this course.');
  for (const { forumId: before } of rules.prerequisites)
    if (before === forumId || !setup.forums.has(before))
      throw wrongField('rules.prerequisites', 'Choose another forum of this course.');
  const sections = new Set(setup.sections.map(({ id }) => id));
  const known = (kind: 'sections' | 'groups' | 'students', id: string) =>
    kind === 'sections'
      ? sections.has(id)
      : kind === 'groups'
        ? setup.groups.has(id)
        : setup.students.has(id);
  if (rules.audience.kind === 'listed') {
    const { sectionIds, groupIds, studentIds } = rules.audience;
    if (
      !sectionIds.every((id) => known('sections', id)) ||
      !groupIds.every((id) => known('groups', id)) ||
      !studentIds.every((id) => known('students', id))
    )
      throw wrongField('rules.audience', 'Choose sections, groups and students of this course.');
  }
  for (const { targets } of rules.ownTerms)
    if (targets.ids.length === 0 || !targets.ids.every((id) => known(targets.kind, id)))
      throw wrongField('rules.ownTerms', 'Own terms are for sections, groups or students of this course.');
}
