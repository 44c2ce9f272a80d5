import { courseDataOf } from '../core/course/courseData';
import { keep } from '../core/review/keep';
import { settle } from '../core/review/settle';
import { DAY, HOUR } from '../core/time/instant';
import { largeCourse } from '../demo/largeCourse';
import type { Row } from './row';

const STUDENTS = 2000;
const REVIEWS = 3;
/** To draw partners, and to look again after a post: each is asked for beside the requests. */
const LIMIT = 200;

const large = largeCourse(STUDENTS, 1).data;
const posts = [...large.students.keys()].flatMap((id) => large.postsBy('f0', id));

/** A forum in which everybody reviews three others is paired, and settled again when nothing is left to do; milliseconds. */
function once(): { paired: number; again: number } {
  const [before] = [...large.forums.values()];
  const forum = {
    ...before!,
    schedule: { ...before!.schedule, reviewsDue: before!.schedule.initialDue! + 4 * DAY },
    required: { ...before!.required, initialMinWords: 50, reviews: REVIEWS },
    review: {
      pairing: 'round' as const,
      pairAt: null,
      guide: null,
      minWords: 0,
      names: 'shown' as const,
      received: 'atReviewsDate' as const,
      response: false,
    },
  };
  // Laid out anew, so that nothing is remembered.
  const course = courseDataOf({
    zone: large.zone,
    students: [...large.students.values()].map((student) => ({ ...student })),
    forums: [forum],
    posts: posts.map((post) => ({ ...post })),
  });
  const mustNots = Array.from({ length: 20 }, (_, n) => [`s${n}`, `s${n + 100}`] as const);
  const empty = { seed: 'ab'.repeat(16), pairedAt: null, assignments: [], mustNots };
  const t = forum.schedule.initialDue! + 3 * DAY;
  let start = performance.now();
  const settled = settle(course, forum, empty, t);
  const paired = performance.now() - start;
  if (settled.given.length < STUDENTS * REVIEWS)
    throw new Error(`${settled.given.length} reviews were given, and everybody was to have ${REVIEWS}`);
  let id = 0;
  const book = keep(empty, settled, forum.id, t, () => `a${id++}`);
  start = performance.now();
  settle(course, forum, book, t + HOUR);
  return { paired, again: performance.now() - start };
}

/** How long it takes to draw partners for a large course, and to look again. */
export function pairingRows(): Row[] {
  const times = Array.from({ length: 7 }, once);
  const row = (what: string, of: (time: { paired: number; again: number }) => number): Row => {
    const middle = times.map(of).sort((a, b) => a - b)[3]!;
    return {
      what: `reviews: ${what}`,
      figure: `${middle.toFixed(0)} ms`,
      limit: `${LIMIT} ms`,
      ratio: middle / LIMIT,
    };
  };
  return [
    row('2,000 students paired with three each, 20 pairs of whom must not meet', ({ paired }) => paired),
    row('the same settled again, with nothing left to do', ({ again }) => again),
  ];
}
