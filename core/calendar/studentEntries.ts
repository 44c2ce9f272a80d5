import { phaseFor } from '../access/phase';
import type { CourseData } from '../course/courseData';
import type { Forum } from '../course/forum';
import type { Student } from '../course/roster';
import { participationOf } from '../participation/participationOf';
import type { Instant } from '../time/instant';
import { isDueBy } from './isDueBy';
import { entriesOf, type CalendarDate, type CalendarEntry } from './entry';

/** How a forum stands in the calendar of a student. */
export interface StudentDates {
  readonly entries: readonly CalendarEntry[];
  /** Only the clock keeps the forum from being seen: it is not visible yet, or no more. */
  readonly hiddenByClock: boolean;
}

/**
 * The dates of a forum in a student's calendar: when posting opens and closes, the last day for another look, and each due date by which
 * something is required of them. Nothing of a forum that is absent for them. Of whoever is excused nothing is required. (rules §10)
 *
 * @example studentDates(course, forum, ines, t).entries // "initialDue" at 23:59
 */
export function studentDates(course: CourseData, forum: Forum, student: Student, t: Instant): StudentDates {
  const part = participationOf(course, forum, student, t);
  const { dates } = part.terms;
  const { phase, reason } = phaseFor(course, forum, student, part.terms, t);
  if (phase === 'absent')
    return {
      entries: [],
      hiddenByClock: reason.code === 'visibleFrom' || reason.code === 'visibleUntil',
    };
  const isExcused = course.scoreOf(forum.id, student.id, t)?.excused === true;
  const due = (date: 'initialDue' | 'repliesDue' | 'reviewsDue') =>
    !isExcused && part.slots.some((slot) => isDueBy(slot, part, date)) ? part[date] : null;
  const { evaluation } = forum;
  const known: Readonly<Record<CalendarDate, Instant | null>> = {
    postingFrom: dates.postingFrom,
    initialDue: due('initialDue'),
    repliesDue: due('repliesDue'),
    reviewsDue: due('reviewsDue'),
    postingUntil: dates.postingUntil,
    lookAgainUntil: evaluation?.lookAgain?.until ?? null,
  };
  return { entries: entriesOf(forum.id, known), hiddenByClock: false };
}
