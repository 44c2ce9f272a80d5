import { pairingAt } from '../terms/pairingAt';
import type { ResolvedTerms } from '../terms/resolveTerms';
import { reviewsDate } from '../terms/reviewsDate';
import { lateFrom } from '../time/dueDate';
import { HOUR } from '../time/instant';
import { endsAt } from '../time/minute';
import type { Check, Member } from './check';
import { finding } from './finding';
import { membersWith } from './membersWith';

/** So long people should have for their reviews. */
const ENOUGH = 48 * HOUR;

/** Error: reviews due before it is decided who reviews whom; warning: less than 48 hours after it, or after their own initial post is due. (rules §9) */
export const reviewsTooSoon: Check = ({ forum, alike }) => {
  const pairs = pairingAt(forum);
  const from = ({ dates }: ResolvedTerms) => {
    const due = dates.initialDue === null ? null : lateFrom(dates.initialDue, forum.graceMinutes);
    const last = Math.max(pairs ?? -Infinity, due ?? -Infinity);
    return last === -Infinity ? null : last;
  };
  const before = membersWith(alike, (terms) => {
    const due = reviewsDate(forum, terms);
    return terms.numbers.reviews > 0 && due !== null && pairs !== null && endsAt(due) <= pairs;
  });
  if (before.length > 0)
    return [
      finding('error', 'reviewsBeforePairing', 'reviewsDue', {
        of: before,
        params: { due: reviewsDate(forum, before[0]!.terms)!, pairs: pairs! },
      }),
    ];
  const soon = membersWith(alike, (terms) => {
    const due = reviewsDate(forum, terms);
    const start = from(terms);
    return terms.numbers.reviews > 0 && due !== null && start !== null && endsAt(due) - start < ENOUGH;
  });
  if (soon.length === 0) return [];
  const [{ terms }] = soon as [Member];
  return [
    finding('warning', 'reviewsTooSoon', 'reviewsDue', {
      of: soon,
      params: { due: reviewsDate(forum, terms)!, from: from(terms)! },
    }),
  ];
};
