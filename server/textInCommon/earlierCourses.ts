import type { AnswerOf } from '../../contract/endpoint';
import type { EarlierCourse, getEarlierCourses } from '../../contract/textInCommon';
import type { Deps } from '../feature/deps';
import type { InCourse } from '../course/setup/inCourse';
import { countPosts } from '../course/posts/countPosts';
import { changeCourse } from '../course/change/changeCourse';
import type { Db } from '../db/open';
import { notFound, wrongField } from '../refusals/problem';

/** The earlier courses that take part in what is compared: an instructor of each has agreed. (rules §12) */
export async function agreedEarlier(db: Db, courseId: string): Promise<{ id: string; title: string }[]> {
  return db
    .selectFrom('earlier_course')
    .innerJoin('course', 'course.id', 'earlier_course.earlier_id')
    .select(['course.id', 'course.title'])
    .where('earlier_course.course_id', '=', courseId)
    .where('agreed_at', 'is not', null)
    .orderBy('course.term_start', 'desc')
    .orderBy('course.id')
    .execute();
}

async function isInstructor(db: Db, courseId: string, personId: string): Promise<boolean> {
  const member = await db
    .selectFrom('member')
    .select('role')
    .where('course_id', '=', courseId)
    .where('person_id', '=', personId)
    .where('removed_at', 'is', null)
    .executeTakeFirst();
  return member?.role === 'instructor';
}

/** Which courses a course is compared with, which asks, and which of one's own could be. */
export async function earlierCourses(
  db: Db,
  { setup, person }: InCourse,
): Promise<AnswerOf<typeof getEarlierCourses>> {
  const rows = await db
    .selectFrom('earlier_course')
    .select(['course_id', 'earlier_id', 'agreed_at'])
    .where((eb) => eb.or([eb('course_id', '=', setup.id), eb('earlier_id', '=', setup.id)]))
    .execute();
  const courses: EarlierCourse[] = [];
  for (const { course_id, earlier_id, agreed_at } of rows) {
    const isEarlier = course_id === setup.id;
    const other = isEarlier ? earlier_id : course_id;
    const { title, code } = await db
      .selectFrom('course')
      .select(['title', 'code'])
      .where('id', '=', other)
      .executeTakeFirstOrThrow();
    const state = isEarlier
      ? agreed_at === null
        ? 'asked'
        : 'agreed'
      : agreed_at === null
        ? 'asking'
        : 'agreedLater';
    // Of a course that has not agreed nothing is told.
    const told =
      state === 'asked' ? { title: 'A course that has not agreed yet', code: '' } : { title, code };
    courses.push({
      ...{ id: other, ...told, state },
      posts: state === 'agreed' ? await countPosts(db, [other]) : 0,
    });
  }
  const mine = await db
    .selectFrom('course')
    .innerJoin('member', 'member.course_id', 'course.id')
    .select(['course.id', 'title', 'code'])
    .where('person_id', '=', person.id)
    .where('role', '=', 'instructor')
    .where('removed_at', 'is', null)
    .where('course.id', '!=', setup.id)
    .orderBy('term_start', 'desc')
    .execute();
  const taken = new Set(courses.map(({ id }) => id));
  return { courses, mine: mine.filter(({ id }) => !taken.has(id)) };
}

/**
 * Has a course compared with an earlier one: at once where one is an instructor of both; else an instructor there is asked. Either may withdraw at
 * any time, and what was compared is forgotten. It is written into the record of the course it is done in. (rules §12)
 */
export async function setEarlier(
  deps: Deps,
  course: InCourse,
  otherId: string,
  { otherIs, agree }: { otherIs: 'earlier' | 'later'; agree: boolean },
  now: number,
): Promise<void> {
  const { db } = deps;
  const me = course.person.id;
  const here = course.setup.id;
  const [laterId, earlierId] = otherIs === 'earlier' ? [here, otherId] : [otherId, here];
  if (laterId === earlierId) throw wrongField('other', 'Choose another course than this one.');
  const known = await db
    .selectFrom('earlier_course')
    .selectAll()
    .where('course_id', '=', laterId)
    .where('earlier_id', '=', earlierId)
    .executeTakeFirst();
  if (!agree) {
    if (!known) return;
    await changeCourse(deps, course, now, async (change) => {
      await change.trx
        .deleteFrom('earlier_course')
        .where('course_id', '=', laterId)
        .where('earlier_id', '=', earlierId)
        .execute();
      await change.record('earlier.withdrawn', { of: 'course' }, { before: { otherId, otherIs } });
    });
    return;
  }
  if (otherIs === 'later') {
    if (!known) throw notFound();
    if (known.agreed_at !== null) return;
    await changeCourse(deps, course, now, async (change) => {
      await change.trx
        .updateTable('earlier_course')
        .set({ agreed_by: me, agreed_at: now })
        .where('course_id', '=', laterId)
        .where('earlier_id', '=', earlierId)
        .execute();
      await change.record('earlier.agreed', { of: 'course' }, { after: { otherId, otherIs } });
    });
    return;
  }
  if (known) return;
  const other = await db.selectFrom('course').select('id').where('id', '=', earlierId).executeTakeFirst();
  if (!other)
    throw wrongField('other', 'There is no course at this address. Copy it from the course itself.');
  const isMine = await isInstructor(db, earlierId, me);
  await changeCourse(deps, course, now, async (change) => {
    await change.trx
      .insertInto('earlier_course')
      .values({
        course_id: laterId,
        earlier_id: earlierId,
        asked_by: me,
        asked_at: now,
        agreed_by: isMine ? me : null,
        agreed_at: isMine ? now : null,
      })
      .execute();
    await change.record('earlier.asked', { of: 'course' }, { after: { otherId, otherIs, agreed: isMine } });
  });
}
