import { spaceOf } from '../terms/space';
import type { Id } from '../course/id';
import type { CheckContext, Member } from './check';

/** The members of each space of a forum; who has none is left out. */
export function membersBySpace({
  forum,
  course,
  members,
}: Pick<CheckContext, 'forum' | 'course' | 'members'>): Map<Id, Member[]> {
  const spaces = new Map<Id, Member[]>();
  for (const member of members) {
    const space = spaceOf(forum, member.student, course.groups);
    if (space === null) continue;
    const inside = spaces.get(space);
    if (inside) inside.push(member);
    else spaces.set(space, [member]);
  }
  return spaces;
}
