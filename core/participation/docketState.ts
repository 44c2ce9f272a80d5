import type { ScoreFacts } from '../course/courseData';
import type { Forum } from '../course/forum';
import type { Post } from '../course/post';
import { reviewsLateFrom } from '../terms/reviewsDate';
import { isLate } from '../time/dueDate';
import type { Instant } from '../time/instant';
import { hasEnded } from '../time/minute';
import { changedSince } from './changedSince';
import { reviewedSince } from './reviewedSince';
import type { Participation } from './participationOf';

/** Where a student stands in the docket of a forum. (rules §5) */
export type DocketState = 'excused' | 'changed' | 'released' | 'given' | 'nothing' | 'ready' | 'waiting';

/** Whether a score stands in a state, released or not. */
export const isGiven = (state: DocketState): boolean =>
  state === 'given' || state === 'released' || state === 'changed';

/** Whether a student comes up for evaluation by the forum's rule. (rules §5) */
export function isReady(forum: Forum, participation: Participation, t: Instant): boolean {
  const { standing, counted } = participation;
  if (counted.length === 0) return false;
  const { when, afterLastDue } = forum.ready;
  if (when === 'anyPost') return true;
  if (
    when === 'complete'
      ? standing === 'complete' || standing === 'completeLate'
      : counted.length >= when.atLeast
  ) {
    return true;
  }
  return afterLastDue && isAllDue(forum, participation, t);
}

/** Whether the last date has passed by which something of a forum is due for a student; without one, whether posting has ended. (rules §5, §9) */
function isAllDue(forum: Forum, { lastDue, terms }: Participation, t: Instant): boolean {
  const reviews = terms.numbers.reviews > 0 ? reviewsLateFrom(forum, terms) : null;
  if (reviews !== null && t < reviews) return false;
  return lastDue === null ? hasEnded(terms.dates.postingUntil, t) : isLate(t, lastDue, forum.graceMinutes);
}

/**
 * The docket state of a student: the first that applies of excused, changed, released, given, nothing, ready, waiting.
 * A zero given for nothing is a given score. (rules §5)
 *
 * @param score the student's score as of *t*, or null
 */
export function docketState(
  forum: Forum,
  participation: Participation,
  own: readonly Post[],
  score: ScoreFacts | null,
  t: Instant,
): DocketState {
  if (score?.excused) return 'excused';
  if (score !== null && score.points !== null) {
    const { givenAt } = score;
    if (
      givenAt !== null &&
      (changedSince(own, givenAt, t) || reviewedSince(forum, participation.reviews, givenAt, t))
    )
      return 'changed';
    return score.released ? 'released' : 'given';
  }
  if (participation.counted.length === 0) return 'nothing';
  return isReady(forum, participation, t) ? 'ready' : 'waiting';
}
