import type { Id } from './id';
import type { Instant } from '../time/instant';

/**
 * Why an assignment ended: its post or one of its people went, staff gave it to somebody else, staff took it back, or all were made anew;
 * the last also where staff undid what had made it, since either counts as if it had never been. (rules §9)
 */
export type AssignmentEnd = 'lapsed' | 'moved' | 'withdrawn' | 'pairedAnew';

/** A time in which staff kept a review from its author. */
export interface Withholding {
  readonly from: Instant;
  readonly to: Instant | null;
  /** Whether the review went on filling what is required of its reviewer. */
  readonly fills: boolean;
}

/** Who reviews whose post in a forum, and all that has happened to it; every question about it is asked as of an instant. (rules §9) */
export interface Assignment {
  readonly id: Id;
  readonly forumId: Id;
  readonly reviewerId: Id;
  /** Who wrote the post. */
  readonly authorId: Id;
  readonly postId: Id;
  readonly madeAt: Instant;
  /** Whether staff made it by hand. */
  readonly byHand: boolean;
  /** When and how it ended; null while it stands. */
  readonly ended: { readonly at: Instant; readonly how: AssignmentEnd } | null;
  /** When each version of the review was sent, in order; empty while nothing was. */
  readonly sent: readonly Instant[];
  /** In order. */
  readonly withheld: readonly Withholding[];
  /** When the author received it. */
  readonly receivedAt: Instant | null;
}

/** Whether an assignment had been made at an instant, whatever became of it. */
export const isMadeBy = (assignment: Assignment, t: Instant): boolean => assignment.madeAt <= t;

/** How an assignment had ended by an instant; null where it stood, or was not made yet. */
export function endOf({ ended }: Assignment, t: Instant): AssignmentEnd | null {
  return ended !== null && ended.at <= t ? ended.how : null;
}

/** Whether an assignment is live at *t*: it was made, and has neither lapsed nor been moved or withdrawn. (rules §9) */
export function isLive(assignment: Assignment, t: Instant): boolean {
  return isMadeBy(assignment, t) && endOf(assignment, t) === null;
}

/** The withholding of a review that stands at *t*; null where its author may receive it. */
export function withholdingAt({ withheld }: Assignment, t: Instant): Withholding | null {
  return withheld.find(({ from, to }) => from <= t && (to === null || to > t)) ?? null;
}

/**
 * When a review was sent, as of *t*: by the first version that was; where staff keep it from its author and said that it does not count,
 * by the first that was sent after they did. null while nothing was. (rules §9)
 *
 * @example sentAt(assignment, t) // when Chidi sent what he thinks of Dalia's draft
 */
export function sentAt(assignment: Assignment, t: Instant): Instant | null {
  const withholding = withholdingAt(assignment, t);
  const since = withholding === null || withholding.fills ? -Infinity : withholding.from;
  return assignment.sent.find((at) => at <= t && at > since) ?? null;
}

/** Whether an assignment is live at *t* and its review is still to be sent. (rules §9) */
export function isUnsent(assignment: Assignment, t: Instant): boolean {
  return isLive(assignment, t) && sentAt(assignment, t) === null;
}

/** Whether the author has received the review and may read it at *t*. (rules §9) */
export function isReceived(assignment: Assignment, t: Instant): boolean {
  const { receivedAt } = assignment;
  return receivedAt !== null && receivedAt <= t && withholdingAt(assignment, t) === null;
}
