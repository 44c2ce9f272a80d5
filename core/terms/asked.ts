import type { CourseData } from '../course/courseData';
import type { Forum } from '../course/forum';
import type { Student } from '../course/roster';
import type { Instant } from '../time/instant';
import { lateFrom } from '../time/dueDate';
import { endsAt } from '../time/minute';
import { inAudience } from './audience';
import type { ResolvedTerms } from './resolveTerms';
import { spaceOf } from './space';

/** Why a forum is not asked of a student. */
export type NotAskedReason = 'draft' | 'notInAudience' | 'noSpace' | 'removedFromRoster' | 'enrolledAfterEnd';

/** The dates that decide what is late for a student, and whether anything is asked at all. */
export interface Asked {
  /** null when the forum is asked of the student. */
  readonly notAsked: NotAskedReason | null;
  /** Due dates as they count: one that had passed before the enrolment counts as absent. */
  readonly initialDue: Instant | null;
  readonly repliesDue: Instant | null;
  readonly reviewsDue: Instant | null;
  /** The later of the two of posts that exist; reviews are not looked at. */
  readonly lastDue: Instant | null;
}

function later(a: Instant | null, b: Instant | null): Instant | null {
  if (a === null) return b;
  return b === null ? a : Math.max(a, b);
}

function passedBeforeEnrolment(forum: Forum, student: Student, due: Instant | null): boolean {
  return due !== null && lateFrom(due, forum.graceMinutes) <= student.enrolledFrom;
}

function whyNotAsked(
  forum: Forum,
  student: Student,
  terms: ResolvedTerms,
  lastDue: Instant | null,
  groups: CourseData['groups'],
): NotAskedReason | null {
  if (forum.status === 'draft') return 'draft';
  if (!inAudience(forum, student)) return 'notInAudience';
  if (spaceOf(forum, student, groups) === null) return 'noSpace';
  if (student.removed) return 'removedFromRoster';
  const { postingUntil } = terms.dates;
  const over =
    lastDue === null
      ? postingUntil !== null && endsAt(postingUntil) <= student.enrolledFrom
      : passedBeforeEnrolment(forum, student, lastDue);
  return over ? 'enrolledAfterEnd' : null;
}

/**
 * Whether a forum asks anything of a student, and by which due dates: not a draft's, not outside the audience or
 * without a space, not of the removed, not when everything was due before they enrolled. (rules §2)
 *
 * A score given makes a forum asked all the same: {@link askedOf}, which is given the scores.
 */
export function asked(
  forum: Forum,
  student: Student,
  terms: ResolvedTerms,
  groups: CourseData['groups'],
): Asked {
  const { initialDue, repliesDue, reviewsDue } = terms.dates;
  const lastDue = later(initialDue, repliesDue);
  const notAsked = whyNotAsked(forum, student, terms, lastDue, groups);
  return notAsked === null
    ? { notAsked, ...sinceEnrolment(forum, student, terms) }
    : { notAsked, initialDue, repliesDue, reviewsDue, lastDue };
}

/** The due dates that count for a student who is asked: one that had passed before the enrolment is absent. */
function sinceEnrolment(forum: Forum, student: Student, { dates }: ResolvedTerms): Omit<Asked, 'notAsked'> {
  const counts = (due: Instant | null) => (passedBeforeEnrolment(forum, student, due) ? null : due);
  const initialDue = counts(dates.initialDue);
  const repliesDue = counts(dates.repliesDue);
  return {
    initialDue,
    repliesDue,
    reviewsDue: counts(dates.reviewsDue),
    lastDue: later(initialDue, repliesDue),
  };
}

/**
 * The same with the scores: one that was given makes a published forum asked, whatever else says that it is not, and dates
 * before the enrolment then count as absent, not as late. A draft is not asked even so. (rules §2)
 *
 * @param t scores are seen as of this instant, UTC ms
 * @example askedOf(course, forum, ines, resolveTerms(forum, ines), t).initialDue
 */
export function askedOf(
  course: Pick<CourseData, 'groups' | 'scoreOf'>,
  forum: Forum,
  student: Student,
  terms: ResolvedTerms,
  t: Instant,
): Asked {
  const ask = asked(forum, student, terms, course.groups);
  if (ask.notAsked === null || ask.notAsked === 'draft') return ask;
  return typeof course.scoreOf(forum.id, student.id, t)?.points === 'number'
    ? { notAsked: null, ...sinceEnrolment(forum, student, terms) }
    : ask;
}
