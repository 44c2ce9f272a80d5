import { runChecks } from '../core/checks/runChecks';
import { courseDataOf } from '../core/course/courseData';
import { largeCourse } from '../demo/largeCourse';
import type { Row } from './row';

const LIMIT = 100;

/** The plan is read without anybody's posts, as the page's worker does. */
const large = largeCourse(300, 60).data;

/** Every check over a plan of 60 forums for 300 students, laid out anew so that nothing is remembered; milliseconds. */
function once(): number {
  const data = courseDataOf({
    zone: large.zone,
    students: [...large.students.values()].map((student) => ({ ...student })),
    forums: [...large.forums.values()].map((forum) => ({ ...forum })),
    posts: [],
  });
  const titles = new Map([...data.forums.keys()].map((id) => [id, id]));
  const unit = [...data.forums.values()];
  const start = performance.now();
  let findings = 0;
  for (const forum of data.forums.values())
    findings += runChecks({ course: data, forum, category: null, categories: [], titles, unit }).length;
  const spent = performance.now() - start;
  if (findings === 0) throw new Error('the large course has findings; none means that nothing was checked');
  return spent;
}

/** The plan reader's row: fast enough to run while a strip is dragged. */
export function checkRows(): Row[] {
  const times = Array.from({ length: 7 }, once).sort((a, b) => a - b);
  const middle = times[3]!;
  return [
    {
      what: 'checks: a plan of 60 forums read for 300 students, every check',
      figure: `${middle.toFixed(0)} ms`,
      limit: `${LIMIT} ms`,
      ratio: middle / LIMIT,
    },
  ];
}
