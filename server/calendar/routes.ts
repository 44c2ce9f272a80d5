import { DONE } from '../../contract/basics';
import * as contract from '../../contract/calendar';
import type { Deps } from '../feature/deps';
import type { Serve } from '../feature/serve';
import { coursesOf, datesInCourse, type PersonDate } from './datesOf';
import { chooseAlarm, makeAddress, withdrawAddress } from './subscriptions';

/** A date as it is answered. */
function shown({ key, course, entry, forumTitle, name, slots }: PersonDate): contract.CalendarEntry {
  const { id, title, code, zone } = course.setup;
  return {
    key,
    course: { id, title, code, zone },
    forum: { id: entry.forumId, title: forumTitle },
    date: entry.date,
    name,
    at: entry.at,
    slots: [...slots],
    students: entry.own?.students ?? null,
  };
}

/** The dates of one's courses, on a page and by subscription. */
export function calendarRoutes(serve: Serve, deps: Deps): void {
  const { db, clock } = deps;

  serve(contract.getCalendar, async ({ course, now }) => {
    const { dates } = await datesInCourse(db, course, now);
    return { entries: dates.map(shown) };
  });

  serve(contract.getOwnCalendar, async ({ session, now }) => {
    const { courses } = await coursesOf(deps, session.personId);
    const entries: contract.CalendarEntry[] = [];
    for (const course of courses) entries.push(...(await datesInCourse(db, course, now)).dates.map(shown));
    return { entries: entries.sort((one, other) => one.at - other.at) };
  });

  serve(contract.getSubscription, async ({ session }) => {
    const row = await db
      .selectFrom('calendar_address')
      .select(['made_at', 'alarm'])
      .where('person_id', '=', session.personId)
      .executeTakeFirst();
    const alarm = contract.ALARMS.find((each) => each === row?.alarm) ?? null;
    return { madeAt: row?.made_at ?? null, alarm };
  });

  serve(contract.makeSubscription, async ({ session }) => ({
    address: deps.mailer.address + (await makeAddress(db, session.personId, clock.now())),
  }));

  serve(contract.withdrawSubscription, async ({ session }) => {
    await withdrawAddress(db, session.personId);
    return DONE;
  });

  serve(contract.setAlarm, async ({ session, body }) => {
    await chooseAlarm(db, session.personId, body.alarm);
    return DONE;
  });
}
