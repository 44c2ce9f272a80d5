import type { ResolvedTerms } from '../terms/resolveTerms';
import type { ToldDates } from './notice';

/** The dates of a forum as a student is told them: their own resolved ones, without grace. (rules §1, §2) */
export function toldDates({ dates }: Pick<ResolvedTerms, 'dates'>): ToldDates {
  const { postingFrom, postingUntil, initialDue, repliesDue, reviewsDue } = dates;
  return { postingFrom, postingUntil, initialDue, repliesDue, reviewsDue };
}

/** Whether two sets of dates say the same. */
export function sameDates(one: ToldDates, other: ToldDates): boolean {
  return (
    one.postingFrom === other.postingFrom &&
    one.postingUntil === other.postingUntil &&
    one.initialDue === other.initialDue &&
    one.repliesDue === other.repliesDue &&
    one.reviewsDue === other.reviewsDue
  );
}
