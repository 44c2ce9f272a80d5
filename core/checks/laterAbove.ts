import type { Forum } from '../course/forum';

const starts = ({ schedule }: Forum) =>
  schedule.postingFrom ?? schedule.visibleFrom ?? schedule.initialDue ?? schedule.repliesDue;

/** The first forum above another in its unit that opens later; null where there is none. */
export function laterAbove(forum: Forum, unit: readonly Forum[]): Forum | null {
  const mine = starts(forum);
  const at = unit.findIndex(({ id }) => id === forum.id);
  if (mine === null || at <= 0) return null;
  return unit.slice(0, at).find((other) => (starts(other) ?? -Infinity) > mine) ?? null;
}
