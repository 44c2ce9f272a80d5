import type { CourseData } from '../course/courseData';
import type { DateName, Forum } from '../course/forum';
import { inAudience } from '../terms/audience';
import { areFor, termDate } from '../terms/resolveTerms';
import { entriesOf, type CalendarDate, type CalendarEntry } from './entry';

/** The dates of a schedule that stand in a calendar. */
const DATES = [
  'postingFrom',
  'initialDue',
  'repliesDue',
  'reviewsDue',
  'postingUntil',
] as const satisfies readonly (DateName & CalendarDate)[];

/**
 * The dates of a forum in the calendar of its staff: the forum's own, and those of own terms, which say of how many students they are and
 * never of whom. Nothing of a draft. (rules §10)
 *
 * @param isTheirs whether staff work with a student: own terms of nobody of theirs are left out
 */
export function staffEntries(
  course: Pick<CourseData, 'students'>,
  forum: Forum,
  isTheirs: (studentId: string) => boolean,
): CalendarEntry[] {
  if (forum.status === 'draft') return [];
  const { schedule, evaluation } = forum;
  const own = forum.ownTerms.flatMap((terms) => {
    const students = [...course.students.values()].filter(
      (student) =>
        !student.removed && isTheirs(student.id) && inAudience(forum, student) && areFor(terms, student),
    ).length;
    if (students === 0) return [];
    const dates = Object.fromEntries(
      DATES.map((name) => [name, termDate(terms.dates[name], schedule[name]) ?? null]),
    );
    return entriesOf(forum.id, dates, { id: terms.id, students });
  });
  const { visibleFrom: _from, visibleUntil: _until, ...dates } = schedule;
  return [...entriesOf(forum.id, { ...dates, lookAgainUntil: evaluation?.lookAgain?.until ?? null }), ...own];
}
