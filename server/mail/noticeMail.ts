import { calledBy } from '../course/setup/personNames';
import { randomBytes } from 'node:crypto';
import { setImmediate as othersTurn } from 'node:timers/promises';
import { DAY } from '../../core/time/instant';
import { fromWallClock, toWallClock } from '../../core/time/wallClock';
import { dueWords, hoursOr24, placeOfZone, type DateWriter } from '../../words/dates';
import { noticeAddress, noticeParagraph } from '../../words/notices';
import type { CourseSetup } from '../course/setup/courseCache';
import { personOf, type InCourse } from '../course/setup/inCourse';
import type { Db } from '../db/open';
import { fromJson, toJson } from '../db/json';
import { DEFAULT_CHOICE } from '../notices/mailChoice';
import { noticesOf, titleOf, type MarkedNotice } from '../notices/notices';
import type { MailParts, MailText, WaitingMail } from './mail';

/** The hour of the course's clock at which the mail of a day is made. */
const DAILY_HOUR = 7;

/** The last time at or before an instant that the clocks of a course showed the hour of the daily mail. */
export function lastDailyHour(zone: string, now: number): number {
  const on = (t: number) =>
    fromWallClock(`${toWallClock(t, zone).slice(0, 10)}T${String(DAILY_HOUR).padStart(2, '0')}:00`, zone);
  const today = on(now);
  return today <= now ? today : on(now - DAY);
}

/** A new name for a mail, of which its Message-ID is made. */
export const newMailId = (): string => `m-${randomBytes(15).toString('base64url').replaceAll('_', '-')}`;

/** From when on things are mailed: nothing that happened before Juror began to send mail. */
async function mailedSince({ db, clock }: MailParts): Promise<number> {
  const row = await db
    .selectFrom('setting')
    .select('value')
    .where('key', '=', 'mailSince')
    .executeTakeFirst();
  if (row) return Number(row.value);
  const now = clock.now();
  await db
    .insertInto('setting')
    .values({ key: 'mailSince', value: String(now) })
    .execute();
  return now;
}

function notices(db: Db, setup: CourseSetup, personId: string, now: number): Promise<MarkedNotice[]> {
  const member = setup.members.get(personId);
  if (!member || member.removed) return Promise.resolve([]);
  const course: InCourse = { setup, member, person: personOf(setup, member) };
  return noticesOf(db, course, now);
}

/**
 * Makes the mail that people of a course are to be sent about what concerns them there. A mail names the notices it tells; whether
 * each of them may still be told, and what the mail says, is decided when it goes out, at every try anew.
 *
 * @param isStopping whoever is left once it says so gets theirs after the next start
 */
export async function makeNoticeMail(
  parts: MailParts,
  courseId: string,
  isStopping: () => boolean,
): Promise<void> {
  const { db, clock, courses } = parts;
  const setup = await courses.get(db, courseId);
  if (!setup) return;
  const since = await mailedSince(parts);
  const choices = new Map(
    (await db.selectFrom('mail_choice').selectAll().execute()).map((row) => [row.person_id, row.choice]),
  );
  const days = new Map(
    (await db.selectFrom('mail_day').selectAll().where('course_id', '=', courseId).execute()).map((row) => [
      row.person_id,
      row.digest_at,
    ]),
  );
  const now = clock.now();
  const daily = lastDailyHour(setup.zone, now);
  for (const member of setup.members.values()) {
    if (isStopping()) return;
    if (member.removed) continue;
    const choice = choices.get(member.personId) ?? DEFAULT_CHOICE;
    if (choice === 'none') continue;
    if (choice === 'daily' && (days.get(member.personId) ?? since) >= daily) continue;
    await makeOne(parts, setup, { personId: member.personId, kind: choice, since, now });
    // Whoever waits for an answer is not kept waiting by a long list of people.
    await othersTurn();
  }
}

async function makeOne(
  { db, clock }: MailParts,
  setup: CourseSetup,
  mail: {
    readonly personId: string;
    readonly kind: 'atOnce' | 'daily';
    readonly since: number;
    readonly now: number;
  },
): Promise<void> {
  const { personId, kind, since, now } = mail;
  const all = await notices(db, setup, personId, now);
  const fresh = all.filter(({ read, mailed, at }) => !read && !mailed && at >= since);
  await db.transaction().execute(async (trx) => {
    if (kind === 'daily')
      await trx
        .insertInto('mail_day')
        .values({ person_id: personId, course_id: setup.id, digest_at: now })
        .onConflict((conflict) =>
          conflict.columns(['person_id', 'course_id']).doUpdateSet({ digest_at: now }),
        )
        .execute();
    if (fresh.length === 0) return;
    await trx
      .insertInto('notice_mark')
      .values(fresh.map(({ key }) => ({ person_id: personId, key, read_at: null, mailed_at: now })))
      .onConflict((conflict) => conflict.columns(['person_id', 'key']).doUpdateSet({ mailed_at: now }))
      .execute();
    await trx
      .insertInto('mail')
      .values({
        id: newMailId(),
        person_id: personId,
        course_id: setup.id,
        kind,
        keys: toJson(fresh.map(({ key }) => key)),
        made_at: now,
        state: 'waiting',
        next_at: clock.wall(),
      })
      .execute();
  });
}

/** What a mail about notices says now; null where nothing of it may be told any more, or all of it was read meanwhile. */
export async function writeNoticeMail(
  { db, address, clock, courses }: MailParts,
  mail: WaitingMail,
): Promise<MailText | null> {
  const setup = await courses.get(db, mail.course_id);
  if (!setup) return null;
  const now = clock.now();
  const keys = new Set(fromJson(mail.keys));
  const told = (await notices(db, setup, mail.person_id, now)).filter(
    ({ key, read }) => keys.has(key) && !read,
  );
  if (told.length === 0) return null;
  const hours = hoursOr24(mail.hours);
  const date: DateWriter = (at) => dueWords(at, setup.zone, mail.zone ?? setup.zone, { now, hours });
  const paragraphs = told.map(
    (notice) => `${paragraph(notice, setup, now, date)}\n${address}${noticeAddress(notice, setup.id)}`,
  );
  const [first] = paragraphs;
  const subject =
    told.length === 1
      ? `${setup.code}: ${first!.split(/\. |\n/)[0]!.replace(/\.$/, '')}`
      : `${setup.title}: ${told.length} things that concern you`;
  return {
    subject,
    text: `${calledBy(mail)},\n\n${paragraphs.join('\n\n')}\n\n--\n${setup.title} (${setup.code}) in Juror. Times are those of ${placeOfZone(setup.zone)}. ${
      mail.kind === 'daily' ? 'Sent once a day' : 'Sent at once'
    }; you choose when, under Notices: ${address}/c/${setup.id}/notices\n`,
  };
}

/** A notice as a mail tells it. */
function paragraph(notice: MarkedNotice, setup: CourseSetup, now: number, date: DateWriter): string {
  const actor = setup.names.get(notice.actorId ?? '');
  return noticeParagraph(
    { ...notice, actors: actor ? [actor] : [] },
    notice.title ?? titleOf(setup, notice.forumId),
    date,
    now,
  );
}
