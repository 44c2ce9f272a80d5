import { strToU8, zipSync } from 'fflate';
import { fromCourse, type CourseOut } from '../../core/formats/oneRoster/fromCourse';
import type { Tables } from '../../core/formats/oneRoster/tables';
import { writeTables } from '../../core/formats/oneRoster/writeTables';
import { toWallClock } from '../../core/time/wallClock';
import type { InCourse } from '../course/setup/inCourse';
import type { Db } from '../db/open';
import { remarkText } from '../gradebook/cellDetail';
import { valueOf } from '../gradebook/changeCells';
import { shownItems } from '../columns/shownItems';

/** Archives carry a time; with always the same one, the same course gives the same bytes. */
const NO_TIME = new Date(1980, 0, 1);

async function courseOut(db: Db, course: InCourse): Promise<CourseOut> {
  const { setup } = course;
  const day = (at: number) => toWallClock(at, setup.zone).slice(0, 10);
  const lastDay = day(setup.termEnd - 1);
  const members = await db
    .selectFrom('member')
    .innerJoin('person', 'person.id', 'member.person_id')
    .select(['person_id', 'role', 'section_id', 'student_number', 'given_name', 'family_name', 'email'])
    .where('course_id', '=', setup.id)
    .where('removed_at', 'is', null)
    .orderBy('sortable_name')
    .orderBy('person_id')
    .execute();
  const items = shownItems(setup).map((item) => {
    const schedule = item.forumId === null ? null : setup.forums.get(item.forumId)!.schedule;
    const dues = [schedule?.initialDue, schedule?.repliesDue, schedule?.reviewsDue, item.dueAt];
    const due = Math.max(...dues.flatMap((at) => at ?? []));
    return {
      item,
      out: {
        id: item.id,
        title: item.title,
        categoryId: item.categoryId,
        maximum: item.maximum,
        assignDay: day(schedule?.postingFrom ?? setup.termStart),
        dueDay: due === -Infinity ? lastDay : day(due),
      },
    };
  });
  const byId = new Map(items.map((each) => [each.item.id, each]));
  const students = new Set(members.flatMap(({ person_id, role }) => (role === 'student' ? [person_id] : [])));
  const rows = await db
    .selectFrom('score')
    .innerJoin('item', 'item.id', 'score.item_id')
    .select(['item_id', 'student_id', 'points', 'excused', 'given_at', 'score.remark'])
    .where('item.course_id', '=', setup.id)
    .orderBy('item_id')
    .orderBy('student_id')
    .execute();
  return {
    id: setup.id,
    title: setup.title,
    code: setup.code,
    firstDay: day(setup.termStart),
    lastDay,
    sections: setup.sections,
    people: members.map((row) => ({
      id: row.person_id,
      role: row.role,
      givenName: row.given_name,
      familyName: row.family_name,
      email: row.email,
      studentNumber: row.student_number,
      sectionId: row.section_id,
    })),
    categories: setup.gradebook.categories,
    items: items.map(({ out }) => out),
    scores: rows.flatMap((row) => {
      const of = byId.get(row.item_id);
      const value = of && students.has(row.student_id) ? valueOf(course, of.item, row) : null;
      if (!of || value === null) return [];
      return [
        {
          itemId: row.item_id,
          studentId: row.student_id,
          points: value === 'excused' ? null : value,
          day: row.given_at === null ? of.out.dueDay : day(row.given_at),
          remark: remarkText(row.remark),
        },
      ];
    }),
  };
}

/** A course as OneRoster tables. */
export async function oneRosterTables(db: Db, course: InCourse): Promise<Tables> {
  return fromCourse(await courseOut(db, course));
}

/** A course as the files of OneRoster CSV 1.1 in one archive. */
export async function oneRosterArchive(db: Db, course: InCourse): Promise<Uint8Array> {
  const files = writeTables(await oneRosterTables(db, course));
  const entries = [...files].map(([name, text]) => [name, [strToU8(text), { mtime: NO_TIME }]] as const);
  return zipSync(Object.fromEntries(entries) as never);
}
