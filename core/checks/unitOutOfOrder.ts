import type { Forum } from '../course/forum';
import type { Check } from './check';
import { finding } from './finding';

const starts = ({ schedule }: Forum) =>
  schedule.postingFrom ?? schedule.visibleFrom ?? schedule.initialDue ?? schedule.repliesDue;

/** The first forum above another in its unit that opens later; null where there is none. */
export function laterAbove(forum: Forum, unit: readonly Forum[]): Forum | null {
  const mine = starts(forum);
  const at = unit.findIndex(({ id }) => id === forum.id);
  if (mine === null || at <= 0) return null;
  return unit.slice(0, at).find((other) => (starts(other) ?? -Infinity) > mine) ?? null;
}

/** Warning: a forum that opens before one that stands above it in the same unit. (rules §8) */
export const unitOutOfOrder: Check = ({ forum, unit, titles }) => {
  const later = laterAbove(forum, unit);
  return later
    ? [finding('warning', 'unitOutOfOrder', 'posting', { params: { forum: titles.get(later.id) ?? '' } })]
    : [];
};
