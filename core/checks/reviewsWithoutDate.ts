import { pairingAt } from '../terms/pairingAt';
import type { Check } from './check';
import { finding } from './finding';

/** Error: reviews without a date, or without a moment at which it is decided who reviews whom. (rules §9) */
export const reviewsWithoutDate: Check = ({ forum }) => {
  const { review, schedule } = forum;
  if (review === null) return [];
  return [
    ...(schedule.reviewsDue === null ? [finding('error', 'reviewsWithoutDate', 'reviewsDue')] : []),
    ...(review.pairing !== 'byHand' && pairingAt(forum) === null
      ? [finding('error', 'pairingWithoutDate', 'review')]
      : []),
  ];
};
