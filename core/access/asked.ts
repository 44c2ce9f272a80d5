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
  /** The later of the two that exist. */
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
 * A score given makes a forum asked all the same; participationOf, which knows the scores, sees to that.
 */
export function asked(
  forum: Forum,
  student: Student,
  terms: ResolvedTerms,
  groups: CourseData['groups'],
): Asked {
  const { initialDue, repliesDue } = terms.dates;
  const lastDue = later(initialDue, repliesDue);
  const notAsked = whyNotAsked(forum, student, terms, lastDue, groups);
  const initialPassed = passedBeforeEnrolment(forum, student, initialDue);
  const repliesPassed = passedBeforeEnrolment(forum, student, repliesDue);
  if (notAsked !== null || (!initialPassed && !repliesPassed))
    return { notAsked, initialDue, repliesDue, lastDue };
  const initial = initialPassed ? null : initialDue;
  const replies = repliesPassed ? null : repliesDue;
  return { notAsked, initialDue: initial, repliesDue: replies, lastDue: later(initial, replies) };
}
