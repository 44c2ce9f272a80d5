import type { ScoreFacts } from '../course/courseData';
import type { Evaluation } from '../course/evaluation';
import type { Instant } from '../time/instant';
import { hasEnded } from '../time/minute';

/** Why another look cannot be asked for. */
export type NoLook = 'notOffered' | 'notReleased' | 'asked' | 'over';

/**
 * Why a student may not ask for another look at their score; null where they may. They may while it is released, the forum offers it,
 * its last day has not passed with its whole minute, and nothing they asked still waits. (docs/rules §6)
 *
 * @param waits whether something the student asked has no answer yet
 */
export function whyNoLook(
  evaluation: Evaluation | null,
  score: ScoreFacts | null,
  waits: boolean,
  t: Instant,
): NoLook | null {
  if (evaluation === null || evaluation.lookAgain === null) return 'notOffered';
  if (score === null || !score.released || score.points === null || score.excused) return 'notReleased';
  if (waits) return 'asked';
  const until = evaluation.lookAgain?.until ?? null;
  return until !== null && hasEnded(until, t) ? 'over' : null;
}

/** What became of a wish: the score was given anew since it was asked, or it stands. */
export function lookOutcome(askedAt: Instant, givenAt: Instant | null): 'changed' | 'answered' {
  return givenAt !== null && givenAt > askedAt ? 'changed' : 'answered';
}
