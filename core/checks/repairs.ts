import { isMoreGenerous, resolveTerms } from '../access/resolveTerms';
import type { DateName, Forum } from '../course/forum';
import { DAY, MINUTE, type Instant } from '../time/instant';
import type { Finding, Member } from './check';

/** A change to the forum's own dates; null for no limit. */
export interface Repair {
  readonly date: DateName;
  readonly at: Instant | null;
}

/** The forum as a repair would leave it. */
export function repaired(forum: Forum, { date, at }: Repair): Forum {
  return { ...forum, schedule: { ...forum.schedule, [date]: at } };
}

const latest = (dates: readonly (Instant | null)[]): Instant | null =>
  dates.reduce<Instant | null>(
    (last, at) => (at === null || (last !== null && last >= at) ? last : at),
    null,
  );

/** What might settle a finding, the least change first; which of it does is seen by trying. */
function candidates(forum: Forum, { code, field, students }: Finding, members: readonly Member[]): Repair[] {
  const concerned = members
    .filter(({ student }) => students.includes(student.id))
    .map(({ terms }) => terms.dates);
  const grace = forum.graceMinutes * MINUTE;
  if (code === 'dueOutsidePosting') {
    const due = latest(concerned.map((dates) => dates[field === 'initialDue' ? 'initialDue' : 'repliesDue']));
    return due === null ? [] : [{ date: 'postingUntil', at: due + grace }];
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
  const after = repaired(forum, repair);
  const { date } = repair;
  return members.every(({ student, terms }) => {
    const then = resolveTerms(after, student).dates[date];
    return then === terms.dates[date] || isMoreGenerous(date, then, terms.dates[date]);
  });
}

const nameOf = ({ code, field }: Finding) => `${code} ${field}`;

/**
 * The change to a forum's own dates that settles a finding: with it the finding is gone for everybody it concerned, nothing is
 * found that was not found before or of more students, and nobody has a date that is less generous. (rules §8)
 *
 * @param check what is found in the forum, and in those that look at it, as it would be then
 * @returns null where no such change is known
 */
export function repairOf(
  forum: Forum,
  found: Finding,
  members: readonly Member[],
  before: readonly Finding[],
  check: (forum: Forum) => readonly Finding[],
): Repair | null {
  const known = new Map(before.map((each) => [nameOf(each), new Set(each.students)]));
  for (const repair of candidates(forum, found, members)) {
    if (!worsensNobody(forum, repair, members)) continue;
    const isNew = (each: Finding) => {
      if (nameOf(each) === nameOf(found)) return true;
      const students = known.get(nameOf(each));
      return students === undefined || each.students.some((id) => !students.has(id));
    };
    if (!check(repaired(forum, repair)).some(isNew)) return repair;
  }
  return null;
}
