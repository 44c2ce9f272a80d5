import { countStates, docket } from '../server/evaluate/docket';
import type { CourseSetup } from '../server/course/setup/courseCache';
import { personOf, type InCourse } from '../server/course/setup/inCourse';
import type { Db } from '../server/db/open';
import { forumLines } from '../server/discuss/forumLines';
import { keepDates } from '../server/notices/keepDates';
import { noticesOf } from '../server/notices/notices';
import { middleOf } from './middleOf';
import type { Row } from './row';

/** What is asked for on nearly every page may take so long, ms. */
const LIMIT = 100;

/** What people of a large course ask for again and again, as they do after the first time. */
export async function largeCourseRows(
  db: Db,
  setup: CourseSetup,
  { instructor, student }: { instructor: string; student: string },
  now: number,
): Promise<Row[]> {
  const seenBy = (id: string): InCourse => {
    const member = setup.members.get(id)!;
    return { setup, member, person: personOf(setup, member) };
  };
  const [staff, learner] = [seenBy(instructor), seenBy(student)];
  const posts = await db
    .selectFrom('post')
    .select((eb) => eb.fn.countAll<number>().as('n'))
    .executeTakeFirstOrThrow();
  const what = `course of ${setup.students.size.toLocaleString('en')} with ${posts.n.toLocaleString('en')} posts in ${setup.forums.size} forums`;
  const last = [...setup.forums.keys()].at(-1)!;
  const asked: [string, () => Promise<unknown>][] = [
    ['the forums of a student, with what is unread', () => forumLines(db, learner, now)],
    ['what a student is told of', () => noticesOf(db, learner, now)],
    ['how many are ready, over all forums', () => countStates(db, staff, now)],
    ['one docket', () => docket(db, staff, last, now)],
    ['whether dates have changed for anybody', () => keepDates(db, setup, setup, now)],
  ];
  const rows: Row[] = [];
  for (const [name, ask] of asked) {
    await ask();
    const ms = await middleOf(ask);
    const limit = name.startsWith('whether') ? null : name === 'one docket' ? 200 : LIMIT;
    rows.push({
      what: `${what}: ${name}`,
      figure: `${ms.toFixed(0)} ms`,
      limit: limit === null ? 'none' : `${limit} ms`,
      ratio: ms / (limit ?? Infinity),
    });
  }
  return rows;
}
