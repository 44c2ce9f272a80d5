import { accessTo } from '../core/access/accessTo';
import { NO_DECISIONS, suggest } from '../core/scoring/suggest';
import { participationOf } from '../core/participation/participationOf';
import { DAY } from '../core/time/instant';
import { when } from '../demo/course';
import { largeCourse } from '../demo/largeCourse';
import type { Row } from './row';

const LIMIT = 1000;

/** Access, participation and suggestion of every student in every forum, once, with nothing remembered; milliseconds. */
function once(students: number, forums: number): number {
  const { data } = largeCourse(students, forums);
  const now = when('02-02 08:00') + 20 * DAY;
  const start = performance.now();
  let points = 0;
  for (const forum of data.forums.values()) {
    for (const student of data.students.values()) {
      accessTo(data, forum, { kind: 'student', ...student }, now);
      const participation = participationOf(data, forum, student, now);
      points += suggest(forum, participation, NO_DECISIONS, now)?.points ?? 0;
    }
  }
  const spent = performance.now() - start;
  if (points < 0) throw new Error('unreachable; keeps the work from being left out');
  return spent;
}

/** The middle of five courses, each laid out anew. */
function measure(students: number, forums: number): number {
  const times = Array.from({ length: 5 }, () => once(students, forums)).sort((a, b) => a - b);
  return times[2]!;
}

/** The core's rows: a large course at once, and that the time grows no faster than the course. */
export function coreRows(): Row[] {
  const half = measure(1000, 40);
  const whole = measure(2000, 40);
  return [
    {
      what: 'core: access, participation, suggestions; 2,000 students x 40 forums x 4 posts',
      figure: `${whole.toFixed(0)} ms`,
      limit: `${LIMIT} ms`,
      ratio: whole / LIMIT,
    },
    {
      what: 'core: the same, time of 2,000 students over twice that of 1,000 (linear: 1)',
      figure: (whole / (2 * half)).toFixed(2),
      limit: '1.30',
      ratio: whole / (2 * half) / 1.3,
    },
  ];
}
