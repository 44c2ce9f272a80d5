import { nameOrder } from '../../core/text/nameOrder';
import type { AnswerOf } from '../../contract/endpoint';
import type { listAllCourses } from '../../contract/admin';
import { NAME_COLUMNS, personName } from '../course/setup/personNames';
import type { Db } from '../db/open';

/** Every course with who teaches it, how large it is, and when it was last used; one that is put away too. */
export async function allCourses(db: Db): Promise<AnswerOf<typeof listAllCourses>['rows']> {
  const courses = await db.selectFrom('course').selectAll().orderBy('title').execute();
  const instructors = await db
    .selectFrom('member')
    .innerJoin('person', 'person.id', 'member.person_id')
    .select(['course_id', 'person.id', ...NAME_COLUMNS, 'sortable_name'])
    .where('removed_at', 'is', null)
    .where('role', '=', 'instructor')
    .execute();
  instructors.sort((one, other) => nameOrder(one.sortable_name, other.sortable_name));
  const students = await db
    .selectFrom('member')
    .select(['course_id', (eb) => eb.fn.countAll<number>().as('students')])
    .where('removed_at', 'is', null)
    .where('role', '=', 'student')
    .groupBy('course_id')
    .execute();
  const written = await db
    .selectFrom('forum')
    .leftJoin('post', 'post.forum_id', 'forum.id')
    .select(({ fn }) => [
      'course_id',
      fn.count<number>('forum.id').distinct().as('forums'),
      fn.count<number>('post.id').as('posts'),
      fn.max('post.created_at').as('last'),
    ])
    .where('forum.removed_at', 'is', null)
    .groupBy('course_id')
    .execute();
  const recorded = await db
    .selectFrom('record')
    .select(['course_id', (eb) => eb.fn.max('at').as('last')])
    .groupBy('course_id')
    .execute();
  const of = <T extends { course_id: string }>(rows: readonly T[]) =>
    new Map(rows.map((row) => [row.course_id, row]));
  const [studentsOf, writtenIn, recordOf] = [of(students), of(written), of(recorded)];
  return courses.map(({ id, title, code, zone, term_start, term_end, put_away_at }) => {
    const { forums = 0, posts = 0, last = null } = writtenIn.get(id) ?? {};
    const used = [last, recordOf.get(id)?.last].filter((at): at is number => typeof at === 'number');
    return {
      id,
      title,
      code,
      zone,
      instructors: instructors.filter(({ course_id }) => course_id === id).map((row) => personName(row).name),
      students: studentsOf.get(id)?.students ?? 0,
      forums,
      posts,
      termStart: term_start,
      termEnd: term_end,
      lastUsed: used.length === 0 ? null : Math.max(...used),
      putAway: put_away_at !== null,
    };
  });
}
