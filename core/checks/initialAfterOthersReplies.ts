import type { Check } from './check';
import { finding } from './finding';
import { membersWith } from './membersWith';

/** Warning: own terms that put someone's initial post after others' replies are due. (rules §8) */
export const initialAfterOthersReplies: Check = ({ forum, alike }) => {
  const others = forum.schedule.repliesDue;
  if (others === null) return [];
  const after = membersWith(
    alike,
    ({ dates, sources }) =>
      sources.initialDue !== undefined && dates.initialDue !== null && dates.initialDue > others,
  );
  if (after.length === 0) return [];
  return [
    finding('warning', 'initialAfterOthersReplies', 'initialDue', {
      of: after,
      params: { due: after[0]!.terms.dates.initialDue!, others },
    }),
  ];
};
