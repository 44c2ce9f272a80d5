import type { Instant } from '../time/instant';
import { clockChangeAt, toWallClock } from '../time/wallClock';
import type { Check } from './check';
import { finding } from './finding';

/** Answers already worked out: a zone's clock changes do not move, and asking the calendar is slow. */
const known = new Map<string, boolean>();

function isInClockChange(due: Instant, zone: string): boolean {
  const key = `${zone} ${due}`;
  let answer = known.get(key);
  if (answer === undefined) {
    answer = clockChangeAt(toWallClock(due, zone), zone) !== null;
    if (known.size > 5000) known.clear();
    known.set(key, answer);
  }
  return answer;
}

/**
 * Warning: a due date in an hour that the clock change repeats, so that the wall-clock minute means two instants; one
 * that was skipped has already moved to the end of the gap when it was saved. (rules §1, §8)
 */
export const dueInClockChange: Check = ({ forum, course }) =>
  (['initialDue', 'repliesDue', 'reviewsDue'] as const).flatMap((name) => {
    const due = forum.schedule[name];
    if (due === null || !isInClockChange(due, course.zone)) return [];
    return [finding('warning', 'dueInClockChange', name, { params: { due } })];
  });
