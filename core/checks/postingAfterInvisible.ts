import { endsAt } from '../time/minute';
import type { Check } from './check';
import { finding } from './finding';
import { membersWith } from './membersWith';

/** Warning: posting, or a due date, that goes on after the forum has become invisible. (rules §8) */
export const postingAfterInvisible: Check = ({ alike }) => {
  const gone = membersWith(alike, ({ dates }) => {
    if (dates.visibleUntil === null) return false;
    const end = endsAt(dates.visibleUntil);
    if (dates.postingUntil === null || endsAt(dates.postingUntil) > end) return true;
    return [dates.initialDue, dates.repliesDue].some((due) => due !== null && endsAt(due) > end);
  });
  if (gone.length === 0) return [];
  const { dates } = gone[0]!.terms;
  const due = Math.max(dates.initialDue ?? 0, dates.repliesDue ?? 0);
  return [
    finding('warning', 'postingAfterInvisible', 'visible', {
      of: gone,
      params: {
        visibleUntil: dates.visibleUntil!,
        ...(dates.postingUntil === null ? {} : { postingUntil: dates.postingUntil }),
        ...(due > dates.visibleUntil! ? { due } : {}),
      },
    }),
  ];
};
