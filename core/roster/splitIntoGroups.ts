import type { Id } from '../course/id';

/** How students are dealt into groups: anyone anywhere, or each section spread evenly over all groups. */
export type SplitBy = 'random' | 'sectionsMixed';

/** What dealing has to know of a student. */
export interface Seated {
  readonly id: Id;
  readonly sectionId: Id | null;
}

/**
 * How many groups a size makes: as many as can have at least that size, and one at least; those left over make some
 * groups larger by one.
 *
 * @example groupsOfSize(36, 5) // 7 groups, one of them with six students
 */
export function groupsOfSize(students: number, size: number): number {
  return Math.max(1, Math.floor(students / Math.max(1, size)));
}

function shuffled<T>(items: readonly T[], random: () => number): T[] {
  const result = [...items];
  for (let last = result.length - 1; last > 0; last--) {
    const other = Math.floor(random() * (last + 1));
    [result[last], result[other]] = [result[other]!, result[last]!];
  }
  return result;
}

/**
 * Deals students into groups as evenly as can be. Who is locked stays where they are and is counted there.
 *
 * @param groups ids of the groups, at least one
 * @param locked group of each student who stays
 * @param random numbers from 0 to 1, as Math.random gives them
 * @returns the group of every student
 */
export function splitIntoGroups(
  students: readonly Seated[],
  groups: readonly Id[],
  locked: ReadonlyMap<Id, Id>,
  by: SplitBy,
  random: () => number,
): Map<Id, Id> {
  const result = new Map<Id, Id>();
  const size = new Map<Id, number>(groups.map((group) => [group, 0]));
  const ofSection = new Map<string, number>();
  const key = (group: Id, section: Id | null) => `${group} ${section ?? ''}`;
  const seat = (student: Seated, group: Id) => {
    result.set(student.id, group);
    size.set(group, size.get(group)! + 1);
    const of = key(group, student.sectionId);
    ofSection.set(of, (ofSection.get(of) ?? 0) + 1);
  };
  const free: Seated[] = [];
  for (const student of students) {
    const stays = locked.get(student.id);
    if (stays !== undefined && size.has(stays)) seat(student, stays);
    else free.push(student);
  }
  const order = shuffled(groups, random);
  let deal = shuffled(free, random);
  if (by === 'sectionsMixed') {
    const sections = [...new Set(deal.map((student) => student.sectionId))];
    deal = sections.flatMap((section) => deal.filter((student) => student.sectionId === section));
  }
  for (const student of deal) {
    const crowd = (group: Id) => size.get(group)!;
    const alike = (group: Id) =>
      by === 'sectionsMixed' ? (ofSection.get(key(group, student.sectionId)) ?? 0) : 0;
    let best = order[0]!;
    for (const group of order) {
      const fewer = crowd(group) - crowd(best) || alike(group) - alike(best);
      if (fewer < 0) best = group;
    }
    seat(student, best);
  }
  return result;
}
