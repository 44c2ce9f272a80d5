import { lateFrom } from '../time/dueDate';
import { endsAt } from '../time/minute';
import type { Check } from './check';
import { finding } from './finding';
import { membersWith } from './membersWith';

/** Warning: a due date, or its grace, that lies after posting has closed. (rules §8) */
export const dueOutsidePosting: Check = ({ forum, alike }) =>
  (['initialDue', 'repliesDue'] as const).flatMap((name) => {
    const outside = membersWith(alike, ({ dates }) => {
      const due = dates[name];
      return (
        due !== null &&
        dates.postingUntil !== null &&
        lateFrom(due, forum.graceMinutes) > endsAt(dates.postingUntil)
      );
    });
    if (outside.length === 0) return [];
    const { dates } = outside[0]!.terms;
    return [
      finding('warning', 'dueOutsidePosting', name, {
        of: outside,
        params: { due: dates[name]!, until: dates.postingUntil! },
      }),
    ];
  });
