import { DAY } from '../../core/time/instant';
import { wantsAWord } from '../../core/insight/silence';
import { addDays, mondayOf } from '../../core/time/calendarDay';
import { fromWallClock, toWallClock } from '../../core/time/wallClock';
import { addresses } from '../../words/addresses';
import { dueWords, hoursOr24, placeOfZone, shortDay, type DateWriter } from '../../words/dates';
import { letterLines, type LetterFacts } from '../../words/letter';
import { datesInCourse } from '../calendar/datesOf';
import type { CourseSetup } from '../course/setup/courseCache';
import { personOf, type InCourse } from '../course/setup/inCourse';
import { calledBy } from '../course/setup/personNames';
import type { Db } from '../db/open';
import { toJson } from '../db/json';
import { countStates } from '../evaluate/docket';
import { answerInsight } from '../insight/answerInsight';
import { waiting } from '../waiting/waiting';
import type { MailParts, MailText, WaitingMail } from './mail';
import { newMailId } from './noticeMail';

const HOUR_OF_DAY = '07:00';
/** So long before its first day and after its last a course is still written about. */
const AROUND = 7 * DAY;

/** The last time at or before an instant that the clocks of a course showed seven on a Monday. */
export function lastLetterHour(zone: string, now: number): number {
  const monday = mondayOf(toWallClock(now, zone).slice(0, 10));
  const at = (day: string) => fromWallClock(`${day}T${HOUR_OF_DAY}`, zone);
  return at(monday) <= now ? at(monday) : at(addDays(monday, -7));
}

/** Makes the letters of a week for the staff of a course who want one; what each says is decided when it goes out. */
export async function makeLetters({ db, clock, courses }: MailParts, courseId: string): Promise<void> {
  const wanting = new Map(
    (await db.selectFrom('letter_choice').selectAll().execute()).map((row) => [row.person_id, row.since]),
  );
  if (wanting.size === 0) return;
  const setup = await courses.get(db, courseId);
  const now = clock.now();
  if (!setup || now < setup.termStart - AROUND || now > setup.termEnd + AROUND) return;
  const due = lastLetterHour(setup.zone, now);
  const made = new Map(
    (await db.selectFrom('mail_week').selectAll().where('course_id', '=', courseId).execute()).map((row) => [
      row.person_id,
      row.letter_at,
    ]),
  );
  for (const { personId, role, removed } of setup.members.values()) {
    const since = wanting.get(personId);
    if (since === undefined || role === 'student' || removed) continue;
    if (Math.max(since, made.get(personId) ?? 0) >= due) continue;
    await db.transaction().execute(async (trx) => {
      await trx
        .insertInto('mail_week')
        .values({ person_id: personId, course_id: courseId, letter_at: now })
        .onConflict((conflict) =>
          conflict.columns(['person_id', 'course_id']).doUpdateSet({ letter_at: now }),
        )
        .execute();
      await trx
        .insertInto('mail')
        .values({
          id: newMailId(),
          ...{ person_id: personId, course_id: courseId, kind: 'weekly', keys: toJson<string[]>([]) },
          ...{ made_at: now, state: 'waiting', next_at: clock.wall() },
        })
        .execute();
    });
  }
}

/** What waits for a member of staff, who is silent, and what comes. */
async function factsFor(db: Db, course: InCourse, now: number): Promise<LetterFacts> {
  const { setup } = course;
  const { silence } = await answerInsight(db, course, {}, now);
  const { forums, looks, requests } = await waiting(db, course, now);
  const { perForum } = await countStates(db, course, now);
  const { dates } = await datesInCourse(db, course, now);
  const sum = (counts: readonly number[]) => counts.reduce((all, each) => all + each, 0);
  return {
    ready: perForum
      .map(({ forum, counts }) => ({
        forum: setup.cards.get(forum.id)!.title,
        students: counts.ready + counts.changed,
      }))
      .filter(({ students }) => students > 0),
    held: sum(forums.map(({ held }) => held.length)),
    reported: sum(forums.map(({ reported }) => reported.length)),
    unanswered: sum(forums.map(({ unanswered }) => unanswered?.posts ?? 0)),
    looks: looks.length,
    requests: requests.length,
    silence,
    silent: silence.students.filter(wantsAWord).map(({ studentId }) => setup.names.get(studentId)!.name),
    dates: dates
      .filter(({ entry }) => entry.at >= now && entry.at < now + 7 * DAY && entry.own === null)
      .map(({ entry, name, forumTitle }) => ({ name, forum: forumTitle, at: entry.at })),
  };
}

/** What a weekly letter says now; null where it is not wanted any more, or whoever it is for no longer teaches there. */
export async function writeLetter(
  { db, address, clock, courses }: MailParts,
  mail: WaitingMail,
): Promise<MailText | null> {
  const setup = await courses.get(db, mail.course_id);
  const member = setup?.members.get(mail.person_id);
  const wanted = await db
    .selectFrom('letter_choice')
    .select('since')
    .where('person_id', '=', mail.person_id)
    .executeTakeFirst();
  if (!setup || !member || member.removed || member.role === 'student' || !wanted) return null;
  const now = clock.now();
  const facts = await factsFor(db, { setup, member, person: personOf(setup, member) }, now);
  return {
    subject: `${setup.code}: the week of ${weekOf(setup, now)}`,
    text: letterText(facts, setup, mail, now, address),
  };
}

const weekOf = ({ zone }: CourseSetup, now: number): string =>
  shortDay(fromWallClock(`${mondayOf(toWallClock(now, zone).slice(0, 10))}T12:00`, zone), zone);

function letterText(
  facts: LetterFacts,
  setup: CourseSetup,
  mail: WaitingMail,
  now: number,
  address: string,
): string {
  const hours = hoursOr24(mail.hours);
  const date: DateWriter = (at) => dueWords(at, setup.zone, mail.zone ?? setup.zone, { now, hours });
  const day = (monday: string) => `Mon ${shortDay(fromWallClock(`${monday}T12:00`, setup.zone), setup.zone)}`;
  const lines = letterLines(facts, date, day);
  const places = [
    `What waits: ${address}${addresses.waiting(setup.id)}`,
    `Insight: ${address}${addresses.insight(setup.id)}`,
    `Dates: ${address}${addresses.plannedDates(setup.id)}`,
  ];
  return `${calledBy(mail)},\n\n${lines.map((line) => `- ${line}`).join('\n')}\n\n${places.join('\n')}\n\n--\n${setup.title} (${setup.code}) in Juror. Times are those of ${placeOfZone(setup.zone)}. Sent on Mondays; you choose so in your account: ${address}/account\n`;
}
