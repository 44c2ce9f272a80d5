import { DAY } from '../time/instant';
import type { Check } from './check';
import { finding } from './finding';
import { membersWith } from './membersWith';

/** Warning: replies due less than 24 hours after the initial post. (rules §8) */
export const repliesTooSoon: Check = ({ alike }) => {
  const soon = membersWith(alike, ({ dates, numbers }) => {
    const { initialDue, repliesDue } = dates;
    return numbers.replies > 0 && initialDue !== null && repliesDue !== null && repliesDue - initialDue < DAY;
  });
  if (soon.length === 0) return [];
  const { initialDue, repliesDue } = soon[0]!.terms.dates;
  return [
    finding('warning', 'repliesTooSoon', 'repliesDue', {
      of: soon,
      params: { initialDue: initialDue!, repliesDue: repliesDue! },
    }),
  ];
};
