import { fromJson, toJson, type Json } from '../db/json';
import { setImmediate as nextTurn } from 'node:timers/promises';
import { accessTo } from '../../core/access/accessTo';
import type { ToldDates } from '../../core/notices/notice';
import { sameDates, toldDates } from '../../core/notices/toldDates';
import { courseDataOf } from '../../core/course/courseData';
import type { CourseSetup } from '../course/setup/courseCache';
import { personOf } from '../course/setup/inCourse';
import type { Db } from '../db/open';

/**
 * Compares the dates every student has in every forum that is there for them with the dates they last had, and writes down what
 * changed: whatever brought it about (settings, own terms, a section, an accommodation), it is told. A forum that becomes visible
 * begins with the dates it has then.
 *
 * @param previous the course as it was before the last change, for what was never written down; null where that is not known
 * @returns the students something changed for
 */
export async function keepDates(
  db: Db,
  setup: CourseSetup,
  previous: CourseSetup | null,
  now: number,
): Promise<string[]> {
  // Which phase it is does not matter, only whether the forum is there: that rests on no post and no score.
  const dataOf = ({ zone, students, groups, forums }: CourseSetup) => ({
    ...courseDataOf({ zone, students: [], forums: [], posts: [] }),
    students,
    groups,
    forums,
  });
  const data = dataOf(setup);
  const dataBefore = previous && dataOf(previous);
  const datesBefore = (studentId: string, forumId: string): ToldDates | null => {
    const forum = previous?.forums.get(forumId);
    const member = previous?.members.get(studentId);
    if (!previous || !dataBefore || !forum || !member || member.removed || member.role !== 'student')
      return null;
    const access = accessTo(dataBefore, forum, personOf(previous, member), now);
    return access.kind === 'student' && access.phase !== 'absent' ? toldDates(access.terms) : null;
  };
  const fresh: { person_id: string; forum_id: string; dates: Json<ToldDates> }[] = [];
  const changed: {
    person_id: string;
    forum_id: string;
    dates: Json<ToldDates>;
    before: Json<ToldDates> | null;
  }[] = [];
  for (const forum of setup.forums.values()) {
    if (forum.status === 'draft') continue;
    const rows = await db.selectFrom('known_dates').selectAll().where('forum_id', '=', forum.id).execute();
    const known = new Map(rows.map((row) => [row.person_id, row]));
    for (const student of setup.students.values()) {
      const member = setup.members.get(student.id);
      if (!member || student.removed) continue;
      const access = accessTo(data, forum, personOf(setup, member), now);
      if (access.kind !== 'student' || access.phase === 'absent') continue;
      const dates = toldDates(access.terms);
      const row = known.get(student.id);
      const at = { person_id: student.id, forum_id: forum.id, dates: toJson(dates) };
      const last = row === undefined ? datesBefore(student.id, forum.id) : fromJson(row.dates);
      if (row === undefined) fresh.push({ ...at, dates: toJson(last ?? dates) });
      if (last !== null && !sameDates(last, dates)) {
        const before = row?.before ?? toJson(last);
        changed.push({ ...at, before: sameDates(fromJson(before), dates) ? null : before });
      }
    }
    // Whoever waits for an answer is not kept waiting by a large roster.
    await nextTurn();
  }
  if (fresh.length === 0 && changed.length === 0) return [];
  await db.transaction().execute(async (trx) => {
    for (let at = 0; at < fresh.length; at += 2000)
      await trx
        .insertInto('known_dates')
        .values(fresh.slice(at, at + 2000).map((row) => ({ ...row, before: null, changed_at: null })))
        .onConflict((conflict) => conflict.doNothing())
        .execute();
    for (const { person_id, forum_id, dates, before } of changed)
      await trx
        .updateTable('known_dates')
        .set({ dates, before, changed_at: before === null ? null : now })
        .where('person_id', '=', person_id)
        .where('forum_id', '=', forum_id)
        .execute();
  });
  return [...new Set(changed.map(({ person_id }) => person_id))];
}
