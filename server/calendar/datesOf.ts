import { entryKey, inTime, type CalendarEntry } from '../../core/calendar/entry';
import { staffEntries } from '../../core/calendar/staffEntries';
import { studentDates } from '../../core/calendar/studentEntries';
import { isDueBy } from '../../core/calendar/isDueBy';
import { participationOf } from '../../core/participation/participationOf';
import type { Slot } from '../../core/participation/slot';
import { dateName } from '../../words/calendar';
import { courseData } from '../course/facts/courseData';
import { courseFor, worksWith, type InCourse } from '../course/setup/inCourse';
import type { Db } from '../db/open';
import type { Deps } from '../feature/deps';

/** A date of a course as one person has it. */
export interface PersonDate {
  readonly key: string;
  readonly course: InCourse;
  readonly entry: CalendarEntry;
  readonly forumTitle: string;
  /** What the date is called there. */
  readonly name: string;
  /** Of a student: what is due then. */
  readonly slots: readonly Slot[];
}

/** The dates of a course as one person has them. */
export interface DatesOfCourse {
  readonly dates: readonly PersonDate[];
  /** Forums that only the clock keeps from being seen. */
  readonly hidden: ReadonlySet<string>;
}

/** The dates of a course as one person has them, in time. (rules §10) */
export async function datesInCourse(db: Db, course: InCourse, now: number): Promise<DatesOfCourse> {
  const { setup, person } = course;
  const hidden = new Set<string>();
  const entries: CalendarEntry[] = [];
  const slots = new Map<string, readonly Slot[]>();
  if (person.kind === 'staff') {
    for (const forum of setup.forums.values())
      entries.push(...staffEntries(setup, forum, (id) => worksWith(course, id)));
  } else {
    const data = await courseData(db, setup, { authorId: person.id });
    for (const forum of setup.forums.values()) {
      const of = studentDates(data, forum, person, now);
      if (of.hiddenByClock) hidden.add(forum.id);
      entries.push(...of.entries);
      if (of.entries.length === 0) continue;
      const part = participationOf(data, forum, person, now);
      for (const entry of of.entries)
        slots.set(
          entryKey(entry),
          part.slots.filter((slot) => isDueBy(slot, part, entry.date)),
        );
    }
  }
  return {
    dates: inTime(entries).map((entry) => {
      const key = entryKey(entry);
      return {
        ...{ key, course, entry },
        forumTitle: setup.cards.get(entry.forumId)!.title,
        name: dateName(entry.date, setup.forums.get(entry.forumId)!.required),
        slots: slots.get(key) ?? [],
      };
    }),
    hidden,
  };
}

/** The courses somebody is a member of, with those that are put away apart. */
export async function coursesOf(
  deps: Pick<Deps, 'db' | 'courses'>,
  personId: string,
): Promise<{ readonly courses: readonly InCourse[]; readonly putAway: readonly string[] }> {
  const rows = await deps.db
    .selectFrom('member')
    .innerJoin('course', 'course.id', 'member.course_id')
    .select(['course.id', 'course.put_away_at'])
    .where('member.person_id', '=', personId)
    .where('member.removed_at', 'is', null)
    .orderBy('course.title')
    .orderBy('course.id')
    .execute();
  const courses: InCourse[] = [];
  for (const { id, put_away_at } of rows)
    if (put_away_at === null) courses.push(await courseFor(deps, { personId }, id, 'member'));
  return {
    courses,
    putAway: rows.flatMap(({ id, put_away_at }) => (put_away_at === null ? [] : [id])),
  };
}
