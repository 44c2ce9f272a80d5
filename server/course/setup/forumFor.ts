import type { Audience, OwnTerms } from '../../../core/course/forum';
import { worksWith, type InCourse } from './inCourse';

/** The part of a forum's rules that names students. */
interface Named {
  readonly audience: Audience;
  readonly ownTerms: readonly OwnTerms[];
}

/**
 * A forum's rules as a member of staff may receive them: without the students an assistant does not work with, neither in its own
 * terms nor in its audience. (rules §3)
 */
export function rulesFor<T extends Named>(course: InCourse, rules: T): T {
  if (course.member.sections === 'all') return rules;
  const theirs = (ids: readonly string[]) => ids.filter((id) => worksWith(course, id));
  const { audience } = rules;
  return {
    ...rules,
    audience:
      audience.kind === 'everyone' ? audience : { ...audience, studentIds: theirs(audience.studentIds) },
    ownTerms: rules.ownTerms.flatMap((terms) => {
      if (terms.targets.kind !== 'students') return [terms];
      const ids = theirs(terms.targets.ids);
      return ids.length === 0 ? [] : [{ ...terms, targets: { ...terms.targets, ids } }];
    }),
  };
}
