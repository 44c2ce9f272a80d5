import type { Forum } from '../course/forum';
import { lateFrom } from '../time/dueDate';
import type { Instant } from '../time/instant';
import { endsAt } from '../time/minute';
import type { ResolvedTerms } from './resolveTerms';

/**
 * By when a student has reviewed others: their own date, or the forum's where own terms leave them none. null only where the forum has
 * none either. (rules §9)
 *
 * @example reviewsDate(forum, resolveTerms(forum, ines))
 */
export function reviewsDate(
  { schedule }: Pick<Forum, 'schedule'>,
  { dates }: Pick<ResolvedTerms, 'dates'>,
): Instant | null {
  return dates.reviewsDue ?? schedule.reviewsDue;
}

/** The first instant after a student's reviews date and the grace: what they have sent is complete. null: never. (rules §9) */
export function reviewsLateFrom(forum: Forum, terms: Pick<ResolvedTerms, 'dates'>): Instant | null {
  const date = reviewsDate(forum, terms);
  return date === null ? null : lateFrom(date, forum.graceMinutes);
}

/**
 * The first instant at which a student sends no more reviews: after their reviews date and its grace; where posting after the due dates is
 * allowed, after posting has closed for them if that is later. null: never. (rules §9)
 *
 * @example reviewingClosesAt(forum, resolveTerms(forum, ines))
 */
export function reviewingClosesAt(forum: Forum, terms: Pick<ResolvedTerms, 'dates'>): Instant | null {
  const late = reviewsLateFrom(forum, terms);
  if (late === null) return null;
  if (!forum.allowed.postAfterDue) return late;
  const { postingUntil } = terms.dates;
  return postingUntil === null ? null : Math.max(late, endsAt(postingUntil));
}

/** Whether reviewing has closed for a student at *t*. (rules §9) */
export function isReviewingClosed(forum: Forum, terms: Pick<ResolvedTerms, 'dates'>, t: Instant): boolean {
  const closes = reviewingClosesAt(forum, terms);
  return closes !== null && t >= closes;
}
