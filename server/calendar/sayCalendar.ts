import { nextSaid, type Said, type Saying } from '../../core/calendar/said';
import { MINUTE } from '../../core/time/instant';
import { addresses } from '../../words/addresses';
import { calendarTitle } from '../../words/calendar';
import { fromJson, toJson } from '../db/json';
import type { Deps } from '../feature/deps';
import { coursesOf, datesInCourse, type DatesOfCourse, type PersonDate } from './datesOf';

/** What a calendar says of a date. */
function sayingOf(
  { course, entry, forumTitle, name }: PersonDate,
  origin: string,
  alarm: number | null,
): Saying {
  const { setup, person } = course;
  const isDue = entry.date.endsWith('Due');
  const path =
    person.kind === 'staff'
      ? addresses.plan(setup.id, { forum: entry.forumId })
      : addresses.forum(setup.id, entry.forumId);
  return {
    at: entry.at,
    title: calendarTitle(name, forumTitle, entry.own?.students ?? null),
    text: `${setup.code} ${setup.title}`.trim(),
    url: origin + path,
    alarm: isDue && alarm !== null ? alarm * MINUTE : null,
  };
}

/** Entries read at a time are written so many rows in one statement. */
const ROWS = 100;

/**
 * What somebody's calendar says now, over all their courses; what it last said of each date is kept, so that the same is said in the same
 * words. null: they are a member of no course. (rules §10)
 */
export async function sayCalendar(
  deps: Pick<Deps, 'db' | 'courses' | 'mailer'>,
  personId: string,
  now: number,
): Promise<readonly Said[] | null> {
  const { db } = deps;
  const { courses, putAway } = await coursesOf(deps, personId);
  if (courses.length + putAway.length === 0) return null;
  const all: DatesOfCourse[] = [];
  for (const course of courses) all.push(await datesInCourse(db, course, now));
  const hidden = new Set(all.flatMap((each) => [...each.hidden]));
  return db.transaction().execute(async (trx) => {
    const address = await trx
      .selectFrom('calendar_address')
      .select('alarm')
      .where('person_id', '=', personId)
      .executeTakeFirst();
    const alarm = address?.alarm ?? null;
    const dates = all.flatMap((each) => each.dates);
    const courseOf = new Map(dates.map(({ key, course }) => [key, course.setup.id]));
    const sayings = new Map(
      dates.map((date) => [date.key, sayingOf(date, deps.mailer.address, alarm)] as const),
    );
    const rows = await trx
      .selectFrom('calendar_said')
      .selectAll()
      .where('person_id', '=', personId)
      .orderBy('key')
      .execute();
    for (const { key, course_id } of rows) if (!courseOf.has(key)) courseOf.set(key, course_id);
    const known = rows.map(({ key, saying, sequence, changed_at, cancelled }): Said => ({
      ...{ key, sequence, changedAt: changed_at, saying: fromJson(saying) },
      cancelled: cancelled === 1,
    }));
    const isHidden = (key: string) =>
      hidden.has(key.split('.')[0]!) || putAway.includes(courseOf.get(key) ?? '');
    const { changed, told } = nextSaid(known, { sayings, isHidden }, now);
    for (let from = 0; from < changed.length; from += ROWS)
      await trx
        .insertInto('calendar_said')
        .values(
          changed.slice(from, from + ROWS).map(({ key, saying, sequence, changedAt, cancelled }) => ({
            ...{ person_id: personId, key, course_id: courseOf.get(key)!, sequence },
            saying: toJson(saying),
            changed_at: changedAt,
            cancelled: cancelled ? 1 : 0,
          })),
        )
        .onConflict((conflict) =>
          conflict.columns(['person_id', 'key']).doUpdateSet((eb) => ({
            saying: eb.ref('excluded.saying'),
            sequence: eb.ref('excluded.sequence'),
            changed_at: eb.ref('excluded.changed_at'),
            cancelled: eb.ref('excluded.cancelled'),
          })),
        )
        .execute();
    return told;
  });
}
