import { endsAt, startsAt } from '../time/minute';
import type { Check } from './check';
import { finding } from './finding';
import { membersWith } from './membersWith';

/** Error: a due date before anyone can post. (rules §8) */
export const dueBeforePosting: Check = ({ alike }) =>
  (['initialDue', 'repliesDue'] as const).flatMap((name) => {
    const early = membersWith(alike, ({ dates }) => {
      const due = dates[name];
      const opens = Math.max(dates.postingFrom ?? -Infinity, dates.visibleFrom ?? -Infinity);
      return due !== null && endsAt(due) <= startsAt(opens === -Infinity ? due : opens);
    });
    if (early.length === 0) return [];
    const due = early[0]!.terms.dates[name]!;
    return [finding('error', 'dueBeforePosting', name, { of: early, params: { due } })];
  });
