import { isMoreGenerous, resolveTerms } from '../terms/resolveTerms';
import type { DateName, Forum } from '../course/forum';
import type { Id } from '../course/id';
import { DAY, MINUTE, type Instant } from '../time/instant';
import type { Finding, Member } from './check';
import { laterAbove } from './laterAbove';

/** A change to one of the forum's own dates; null for no limit. */
export interface DateRepair {
  readonly date: DateName;
  readonly at: Instant | null;
}

/** Another place in the unit: above this forum. */
export interface PlaceRepair {
  readonly above: Id;
}

/** What settles a finding without doing harm. */
export type Repair = DateRepair | PlaceRepair;

/** The forum as a repair of its dates would leave it. */
export function repaired(forum: Forum, repair: Repair): Forum {
  if (!('date' in repair)) return forum;
  return { ...forum, schedule: { ...forum.schedule, [repair.date]: repair.at } };
}

/** The forums of a unit in the order in which a repair would leave them. */
export function placed(unit: readonly Forum[], forum: Forum, repair: Repair): readonly Forum[] {
  if ('date' in repair) return unit;
  const others = unit.filter(({ id }) => id !== forum.id);
  const at = others.findIndex(({ id }) => id === repair.above);
  return at < 0 ? unit : [...others.slice(0, at), forum, ...others.slice(at)];
}

const latest = (dates: readonly (Instant | null)[]): Instant | null =>
  dates.reduce<Instant | null>(
    (last, at) => (at === null || (last !== null && last >= at) ? last : at),
    null,
  );

/** What might settle a finding, the least change first; which of it does is seen by trying. */
function candidates(
  forum: Forum,
  { code, field, students }: Finding,
  members: readonly Member[],
  unit: readonly Forum[],
  classDay: (at: Instant) => Instant,
): Repair[] {
  if (code === 'unitOutOfOrder') {
    const later = laterAbove(forum, unit);
    return later === null ? [] : [{ above: later.id }];
  }
  const concerned = members
    .filter(({ student }) => students.includes(student.id))
    .map(({ terms }) => terms.dates);
  const grace = forum.graceMinutes * MINUTE;
  if (code === 'dueOutsidePosting') {
    const due = latest(concerned.map((dates) => dates[field === 'initialDue' ? 'initialDue' : 'repliesDue']));
    return due === null ? [] : [{ date: 'postingUntil', at: due + grace }];
  }
  if (
    code === 'dueOnFreeDay' &&
    (field === 'initialDue' || field === 'repliesDue' || field === 'reviewsDue')
  ) {
    const due = forum.schedule[field];
    return due === null || students.length > 0 ? [] : [{ date: field, at: classDay(due) }];
  }
  // What the class wrote stays in sight after its end too.
  if (code === 'postingAfterInvisible') return [{ date: 'visibleUntil', at: null }];
  if (code === 'crowdedDueDates')
    return [1, 2, 3, 4, 5, 6, 7].flatMap((days) =>
      (['repliesDue', 'initialDue'] as const).flatMap((date) => {
        const at = forum.schedule[date];
        return at === null ? [] : [{ date, at: at + days * DAY }];
      }),
    );
  return [];
}

/** Whether nobody ends up with a less generous date. */
function worsensNobody(forum: Forum, repair: Repair, members: readonly Member[]): boolean {
  if (!('date' in repair)) return true;
  const after = repaired(forum, repair);
  const { date } = repair;
  return members.every(({ student, terms }) => {
    const then = resolveTerms(after, student).dates[date];
    return then === terms.dates[date] || isMoreGenerous(date, then, terms.dates[date]);
  });
}

const nameOf = ({ code, field }: Finding) => `${code} ${field}`;

/**
 * The change to a forum's own dates, or to its place in the unit, that settles a finding: with it the finding is gone for everyone it concerned, nothing is
 * found that was not found before or of more students, and nobody has a date that is less generous. (rules §8)
 *
 * @param unit the forums of its unit, in the order of the plan
 * @param check what is found in the forum as it would be with a repair
 * @param classDay moves an instant off days without classes
 * @returns null where no such change is known
 */
export function repairOf(
  forum: Forum,
  found: Finding,
  members: readonly Member[],
  unit: readonly Forum[],
  before: readonly Finding[],
  check: (repair: Repair) => readonly Finding[],
  classDay: (at: Instant) => Instant = (at) => at,
): Repair | null {
  const known = new Map(before.map((each) => [nameOf(each), new Set(each.students)]));
  for (const repair of candidates(forum, found, members, unit, classDay)) {
    if (!worsensNobody(forum, repair, members)) continue;
    const isNew = (each: Finding) => {
      if (nameOf(each) === nameOf(found)) return true;
      const students = known.get(nameOf(each));
      return students === undefined || each.students.some((id) => !students.has(id));
    };
    if (!check(repair).some(isNew)) return repair;
  }
  return null;
}
