import type { CourseData } from '../course/courseData';
import type { Forum } from '../course/forum';
import type { Id } from '../course/id';
import type { Instant } from '../time/instant';
import { accessTo } from './accessTo';

/** Students for whom a change of settings would close or open the seal. */
export interface SealChanges {
  /** Could read others' posts and no longer could. */
  readonly reseals: readonly Id[];
  /** Could not read others' posts and then could. */
  readonly unseals: readonly Id[];
}

/**
 * Whom a change of a forum's settings would reseal or unseal at *t*; staff are warned with their names before it is saved.
 * Whoever is in neither list keeps reading what they read. (rules §4)
 *
 * @param course settings, roster and the forum's posts
 * @param before the forum as it is
 * @param after the forum as it would be
 */
export function sealChanges(course: CourseData, before: Forum, after: Forum, t: Instant): SealChanges {
  const reseals: Id[] = [];
  const unseals: Id[] = [];
  const scopesSealed = (forum: Forum, id: Id): number | null => {
    const student = course.students.get(id)!;
    const access = accessTo(course, forum, { kind: 'student', ...student }, t);
    if (access.kind !== 'student' || (access.phase !== 'open' && access.phase !== 'readOnly')) return null;
    if (access.sealed === 'none') return 0;
    return access.sealed === 'forum' ? 1 : access.sealed.length;
  };
  for (const id of course.students.keys()) {
    const was = scopesSealed(before, id);
    const is = scopesSealed(after, id);
    if (was === null || is === null) continue;
    if (is > was) reseals.push(id);
    if (is < was) unseals.push(id);
  }
  return { reseals, unseals };
}
