import type { CourseFrame } from '../../contract/course';
import { toWallClock } from '../../core/time/wallClock';

/** The first and last day of a course's term, on its calendar. */
export function termDays({ termStart, termEnd, zone }: Pick<CourseFrame, 'termStart' | 'termEnd' | 'zone'>): {
  readonly firstDay: string;
  readonly lastDay: string;
} {
  return {
    firstDay: toWallClock(termStart, zone).slice(0, 10),
    lastDay: toWallClock(termEnd - 1, zone).slice(0, 10),
  };
}
