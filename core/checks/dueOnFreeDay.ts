import { freeDayAt } from '../plan/classDays';
import type { Check } from './check';
import { finding } from './finding';

const NO_DAYS: ReadonlyMap<string, string> = new Map();

/**
 * Warning: a due date, the forum's own or one of own terms, on a day without classes. (rules §8, §10)
 */
export const dueOnFreeDay: Check = ({ forum, members, course, freeDays = NO_DAYS }) => {
  if (freeDays.size === 0) return [];
  const free = (due: number | null) => (due === null ? null : freeDayAt(due, course.zone, freeDays));
  return (['initialDue', 'repliesDue', 'reviewsDue'] as const).flatMap((name) => {
    const due = forum.schedule[name];
    const called = free(due);
    if (called !== null)
      return [finding('warning', 'dueOnFreeDay', name, { params: { due: due!, day: called } })];
    const of = members.filter(
      ({ terms }) => terms.sources[name]?.from === 'ownTerms' && free(terms.dates[name]) !== null,
    );
    if (of.length === 0) return [];
    const own = of[0]!.terms.dates[name]!;
    return [finding('warning', 'dueOnFreeDay', name, { of, params: { due: own, day: free(own)! } })];
  });
};
