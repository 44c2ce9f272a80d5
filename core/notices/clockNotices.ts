import type { Access } from '../access/accessTo';
import type { CourseData } from '../course/courseData';
import type { Forum } from '../course/forum';
import type { Person } from '../course/roster';
import { participationOf } from '../participation/participationOf';
import { isMade } from '../participation/slot';
import { DAY, type Instant } from '../time/instant';
import { endsAt, startsAt } from '../time/minute';
import type { Notice } from './notice';

/** So long a forum counts as newly opened. */
const NEW_FOR = 7 * DAY;

/** The instant from which a student can write in a forum; null where no date says. */
function openedAt(access: Access): Instant | null {
  if (access.kind === 'staff') return null;
  const { visibleFrom, postingFrom } = access.terms.dates;
  const dates = [visibleFrom, postingFrom].filter((at) => at !== null).map(startsAt);
  return dates.length === 0 ? null : Math.max(...dates);
}

/**
 * What a student is told by the clock alone: that a forum opened in the last week, and that something of their part is due within
 * a day and not done.
 *
 * @param accessIn the student's access to a forum at the instant asked for
 */
export function clockNotices(
  course: CourseData,
  person: Person,
  accessIn: (forum: Forum) => Access,
  t: Instant,
): Notice[] {
  if (person.kind === 'staff') return [];
  const student = course.students.get(person.id);
  if (!student) return [];
  const blank = { postId: null, aboutId: null, actorId: null, count: 1, line: null, due: null, dates: null };
  const notices: Notice[] = [];
  for (const forum of course.forums.values()) {
    const access = accessIn(forum);
    if (access.kind !== 'student' || (access.phase !== 'open' && access.phase !== 'readOnly')) continue;
    const isOpen = access.phase === 'open';
    const opened = openedAt(access);
    if (isOpen && opened !== null && opened > t - NEW_FOR && opened >= student.enrolledFrom)
      notices.push({
        ...blank,
        key: `opens:${forum.id}:${opened}`,
        kind: 'opens',
        at: opened,
        forumId: forum.id,
      });
    const dues = new Set<Instant>();
    for (const slot of participationOf(course, forum, student, t).slots)
      // Reviews are sent after posting has closed, too.
      if (
        (isOpen || (slot.kind === 'review' && !forum.frozen)) &&
        slot.due !== null &&
        !isMade(slot) &&
        slot.state !== 'pending' &&
        slot.state !== 'missed'
      )
        dues.add(slot.due);
    for (const due of dues)
      if (due - DAY <= t && t < endsAt(due))
        notices.push({
          ...blank,
          key: `due:${forum.id}:${due}`,
          kind: 'due',
          at: due - DAY,
          forumId: forum.id,
          due,
        });
  }
  return notices;
}

/** The next instant at which {@link clockNotices} or the phase of one of the forums can change by a due date; null for none. */
export function nextDueWarning(accesses: readonly Access[], t: Instant): Instant | null {
  let next: Instant | null = null;
  for (const access of accesses) {
    if (access.kind !== 'student') continue;
    const { initialDue, repliesDue, reviewsDue } = access.terms.dates;
    for (const due of [initialDue, repliesDue, reviewsDue]) {
      if (due === null) continue;
      for (const at of [due - DAY, endsAt(due)]) if (at > t && (next === null || at < next)) next = at;
    }
  }
  return next;
}
