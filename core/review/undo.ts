import { isLive, type Assignment, type AssignmentEnd } from '../course/assignment';
import { compareIds, type Id } from '../course/id';
import type { Instant } from '../time/instant';

/** What staff do by hand: give a post to review, move an assignment, take one back, have all made anew. (rules §9) */
export type ReviewingAction = 'assigned' | Exclude<AssignmentEnd, 'lapsed'>;

/** Something that staff did by hand with who reviews whom. */
export interface ReviewingStep {
  readonly action: ReviewingAction;
  readonly at: Instant;
  /** The assignment it made; null: none, or those that Juror made after it. */
  readonly made: Id | null;
  /** The assignments it ended. */
  readonly ended: readonly Id[];
}

/** Whether somebody has sent a review by it, whatever became of it. */
const wasSent = ({ sent }: Assignment): boolean => sent.length > 0;

/** What stands at *t* only because of the step: what it made, and where all were made anew everything. */
function madeBy(assignments: readonly Assignment[], step: ReviewingStep, t: Instant): Assignment[] {
  return step.action === 'pairedAnew'
    ? assignments.filter((each) => isLive(each, t))
    : assignments.filter(({ id }) => id === step.made);
}

/**
 * Why what staff did cannot be undone any more: a review was sent by what it made, or something it made or ended was changed since; null
 * where it can be. (rules §9)
 */
export function whyNotUndone(
  assignments: readonly Assignment[],
  step: ReviewingStep,
  t: Instant,
): 'sent' | 'changed' | null {
  const made = madeBy(assignments, step, t);
  if (made.some(wasSent)) return 'sent';
  if (made.some((each) => !isLive(each, t))) return 'changed';
  const ended = new Set(step.ended);
  const back = assignments.filter(({ id }) => ended.has(id));
  if (back.some((each) => each.ended?.how !== step.action || each.ended.at !== step.at)) return 'changed';
  const stay = assignments.filter((each) => isLive(each, t) && !made.includes(each));
  const isTaken = ({ reviewerId, authorId }: Assignment) =>
    stay.some((each) => each.reviewerId === reviewerId && each.authorId === authorId);
  return back.some(isTaken) ? 'changed' : null;
}

/**
 * What ends, as if it had never been, where a step is undone: what it made, and what Juror gave since to those who get theirs back and
 * would then have more than they are asked for; the newest first, and nothing that was sent. (rules §9)
 *
 * @param numberOf how many reviews a student is asked for
 */
export function endsWithUndo(
  assignments: readonly Assignment[],
  step: ReviewingStep,
  numberOf: (studentId: Id) => number,
  t: Instant,
): Assignment[] {
  const made = madeBy(assignments, step, t);
  if (step.action === 'pairedAnew') return made;
  const stay = assignments.filter((each) => isLive(each, t) && !made.includes(each));
  const back = assignments.filter(({ id }) => step.ended.includes(id));
  return [
    ...made,
    ...[...new Set(back.map(({ reviewerId }) => reviewerId))].flatMap((reviewerId) => {
      const theirs = stay.filter((each) => each.reviewerId === reviewerId);
      const returning = back.filter((each) => each.reviewerId === reviewerId).length;
      const surplus = Math.max(0, theirs.length + returning - numberOf(reviewerId));
      return theirs
        .filter((each) => !each.byHand && !wasSent(each) && each.madeAt >= step.at)
        .sort((one, other) => other.madeAt - one.madeAt || compareIds(one.id, other.id))
        .slice(0, surplus);
    }),
  ];
}
