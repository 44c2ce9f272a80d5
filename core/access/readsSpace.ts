import type { Id } from '../course/id';
import type { Access } from './accessTo';

/**
 * Whether a person takes part in the conversation of a space, and so can be called into it by name: a student for whom the
 * forum is there, in their own space; staff in every space, and in the journals of the students they work with.
 * (rules §2, §3)
 *
 * @param spaceId the section, group or student whose conversation it is; null for what stands in all of them
 * @param isJournal whether only staff read what students write here
 * @example readsSpace(accessTo(course, forum, bram, t), 'linnet', false)
 */
export function readsSpace(access: Access, spaceId: Id | null, isJournal: boolean): boolean {
  if (access.kind === 'staff')
    return !isJournal || spaceId === null || access.students === 'all' || access.students.includes(spaceId);
  if (access.phase === 'absent') return false;
  return spaceId === null ? !isJournal : access.spaceId === spaceId;
}
