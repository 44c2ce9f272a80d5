import type { ResolvedTerms } from '../terms/resolveTerms';
import type { Alike, Member } from './check';

/**
 * The members whose terms pass a test, which is asked once for all who have the same; the first of them is the first of
 * the roster whom it concerns.
 *
 * @example membersWith(alike, ({ dates }) => dates.initialDue === null)
 */
export function membersWith(alike: readonly Alike[], test: (terms: ResolvedTerms) => boolean): Member[] {
  return alike.filter(({ terms }) => test(terms)).flatMap(({ members }) => members);
}
