import type { Id } from '../course/id';
import { splitIntoGroups, type Seated, type SplitBy } from './splitIntoGroups';

/** A group of a group plan while it is arranged: who sits in it, and who stays when groups are dealt anew. */
export interface SeatedGroup {
  readonly id: Id;
  readonly title: string;
  readonly members: readonly { readonly id: Id; readonly locked: boolean }[];
}

/**
 * A student moved to a group, or to none: everyone sits in at most one group of a plan. A student who is already there
 * stays as they are.
 *
 * @param to the group; null for none
 */
export function moveSeat<G extends SeatedGroup>(groups: readonly G[], student: Id, to: Id | null): G[] {
  return groups.map((group) => {
    const sitsHere = group.members.some(({ id }) => id === student);
    if (group.id === to)
      return sitsHere ? group : { ...group, members: [...group.members, { id: student, locked: false }] };
    return sitsHere ? { ...group, members: group.members.filter(({ id }) => id !== student) } : group;
  });
}

/** A student locked in place, or no longer. */
export function toggleLock<G extends SeatedGroup>(groups: readonly G[], student: Id): G[] {
  return groups.map((group) => ({
    ...group,
    members: group.members.map((member) =>
      member.id === student ? { ...member, locked: !member.locked } : member,
    ),
  }));
}

/**
 * Everyone dealt anew into a number of groups: the first groups stay with their names, more are made or those beyond are
 * given up, and who is locked in a group that stays keeps their seat.
 *
 * @param students of the roster, in its order; each sits in that order inside a group
 * @param count how many groups, at least 1
 * @param random numbers from 0 to 1, as Math.random gives them
 * @param newId an id for a group that is made
 * @example dealSeats(students, plan.groups, 6, 'sectionsMixed', Math.random, newId)
 */
export function dealSeats(
  students: readonly Seated[],
  groups: readonly SeatedGroup[],
  count: number,
  by: SplitBy,
  random: () => number,
  newId: () => Id,
): SeatedGroup[] {
  const kept = groups.slice(0, count);
  const made = Array.from({ length: count - kept.length }, (_, index): SeatedGroup => ({
    id: newId(),
    title: `Group ${kept.length + index + 1}`,
    members: [],
  }));
  const all = [...kept, ...made];
  const locked = new Map(
    kept.flatMap(({ id, members }) => members.filter((each) => each.locked).map((each) => [each.id, id])),
  );
  const placed = splitIntoGroups(
    students,
    all.map(({ id }) => id),
    locked,
    by,
    random,
  );
  return all.map((group) => ({
    ...group,
    members: students
      .filter(({ id }) => placed.get(id) === group.id)
      .map(({ id }) => ({ id, locked: locked.get(id) === group.id })),
  }));
}
