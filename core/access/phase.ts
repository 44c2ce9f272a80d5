import type { CourseData } from '../course/courseData';
import type { Forum, Prerequisite } from '../course/forum';
import type { Student } from '../course/roster';
import { isCounted } from '../participation/counted';
import type { Instant } from '../time/instant';
import { hasEnded, hasOpened } from '../time/minute';
import { inAudience } from '../terms/audience';
import { unmetPrerequisites } from './prerequisite';
import type { ResolvedTerms } from '../terms/resolveTerms';
import { spaceOf } from '../terms/space';

/** What a forum is to a student at an instant; the table in rules §3 says what each gives. */
export type Phase = 'absent' | 'locked' | 'announced' | 'readOnly' | 'open';

/** Why the phase is what it is. Instants in UTC ms. */
export type PhaseReason =
  | { readonly code: 'draft' | 'removedFromRoster' | 'notInAudience' | 'noSpace' | 'frozen' }
  | { readonly code: 'visibleFrom' | 'visibleUntil' | 'postingFrom' | 'postingUntil'; readonly at: Instant }
  | { readonly code: 'postingOpen'; readonly until: Instant | null }
  | { readonly code: 'prerequisites'; readonly unmet: readonly Prerequisite[] };

export interface PhaseAnswer {
  readonly phase: Phase;
  readonly reason: PhaseReason;
}

/**
 * The phase of a forum for a student at *t*; the first row of the table in rules §3 that applies wins.
 *
 * @param terms the student's resolved terms in this forum
 */
export function phaseFor(
  course: CourseData,
  forum: Forum,
  student: Student,
  terms: ResolvedTerms,
  t: Instant,
): PhaseAnswer {
  const { dates } = terms;
  if (forum.status === 'draft') return { phase: 'absent', reason: { code: 'draft' } };
  if (student.removed) return { phase: 'absent', reason: { code: 'removedFromRoster' } };
  if (!inAudience(forum, student)) return { phase: 'absent', reason: { code: 'notInAudience' } };
  if (!hasOpened(dates.visibleFrom, t)) {
    return { phase: 'absent', reason: { code: 'visibleFrom', at: dates.visibleFrom! } };
  }
  if (hasEnded(dates.visibleUntil, t)) {
    return { phase: 'absent', reason: { code: 'visibleUntil', at: dates.visibleUntil! } };
  }
  if (spaceOf(forum, student, course.groups) === null)
    return { phase: 'absent', reason: { code: 'noSpace' } };
  if (
    forum.prerequisites.length > 0 &&
    !course.postsBy(forum.id, student.id).some((post) => isCounted(post, t))
  ) {
    const unmet = unmetPrerequisites(course, forum, student, t);
    if (unmet.length > 0) return { phase: 'locked', reason: { code: 'prerequisites', unmet } };
  }
  if (!hasOpened(dates.postingFrom, t)) {
    return { phase: 'announced', reason: { code: 'postingFrom', at: dates.postingFrom! } };
  }
  if (forum.frozen) return { phase: 'readOnly', reason: { code: 'frozen' } };
  if (hasEnded(dates.postingUntil, t)) {
    return { phase: 'readOnly', reason: { code: 'postingUntil', at: dates.postingUntil! } };
  }
  return { phase: 'open', reason: { code: 'postingOpen', until: dates.postingUntil } };
}
