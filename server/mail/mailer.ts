import { fromJson, toJson } from '../db/json';
import { randomBytes } from 'node:crypto';
import { setImmediate as othersTurn } from 'node:timers/promises';
import type { Logger } from 'pino';
import { toWallClock, fromWallClock } from '../../core/time/wallClock';
import { DAY, MINUTE } from '../../core/time/instant';
import type { Clock } from '../clock/clock';
import type { CourseCache, CourseSetup } from '../course/setup/courseCache';
import { datesFor, personOf, type InCourse } from '../course/setup/inCourse';
import type { Db } from '../db/open';
import { DEFAULT_CHOICE } from '../notices/mailChoice';
import { noticesOf, titleOf, type MarkedNotice } from '../notices/notices';
import { hoursOr24, type Hours } from '../../words/dates';
import { noticeAddress, noticeParagraph } from '../../words/notices';
import type { Mailing } from '../feature/mailing';
import type { MailTransport } from './transport';

/** The hour of the course's clock at which the mail of a day is made. */
const DAILY_HOUR = 7;
/** What happens within this time goes into one mail, ms. */
const SOON = 5000;
/** Waiting times after tries that failed; the last one goes on. */
const BACKOFF = [1, 2, 5, 15, 60].map((minutes) => minutes * MINUTE);

/** The last time at or before an instant that the clocks of a course showed the hour of the daily mail. */
export function lastDailyHour(zone: string, now: number): number {
  const on = (t: number) =>
    fromWallClock(`${toWallClock(t, zone).slice(0, 10)}T${String(DAILY_HOUR).padStart(2, '0')}:00`, zone);
  const today = on(now);
  return today <= now ? today : on(now - DAY);
}

interface MailerParts {
  readonly db: Db;
  readonly clock: Clock;
  readonly log: Logger;
  readonly courses: CourseCache;
  readonly transport: MailTransport;
  /** The address people reach Juror by, without a slash at its end. */
  readonly address: string;
}

/**
 * Sends people what concerns them. A mail that is made names the notices it tells; whether each of them may still be told, and what
 * the mail says, is decided when it goes out, at every try anew.
 */
export class Mailer implements Mailing {
  readonly goes: MailTransport['goes'];
  #running: Promise<void> | null = null;
  #rounds: NodeJS.Timeout | null = null;
  #soon: NodeJS.Timeout | null = null;
  #stopping = false;

  constructor(private readonly parts: MailerParts) {
    this.goes = parts.transport.goes;
  }

  start(): void {
    this.#stopping = false;
    this.#rounds ??= setInterval(() => void this.#quietly(), MINUTE);
    this.#rounds.unref();
    this.soon();
  }

  soon(): void {
    if (this.#rounds === null) return;
    this.#soon ??= setTimeout(() => {
      this.#soon = null;
      void this.#quietly();
    }, SOON);
    this.#soon.unref();
  }

  async stop(): Promise<void> {
    this.#stopping = true;
    if (this.#rounds) clearInterval(this.#rounds);
    if (this.#soon) clearTimeout(this.#soon);
    this.#rounds = null;
    await this.#running?.catch(() => undefined);
  }

  async #quietly(): Promise<void> {
    try {
      await this.pass();
    } catch (error) {
      this.parts.log.error({ err: error }, 'mail could not be sent');
    }
  }

  pass(): Promise<void> {
    this.#running ??= this.#pass().finally(() => (this.#running = null));
    return this.#running;
  }

  async #pass(): Promise<void> {
    const { db, log } = this.parts;
    const courses = await db.selectFrom('course').select('id').execute();
    for (const { id } of courses) {
      try {
        await this.#makeFor(id);
      } catch (error) {
        log.error({ err: error, course: id }, 'mail could not be made');
      }
    }
    await this.#sendWaiting();
  }

  /** From when on things are mailed: nothing that happened before Juror began to send mail. */
  async #since(): Promise<number> {
    const { db, clock } = this.parts;
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

  async #makeFor(courseId: string): Promise<void> {
    const { db, clock, courses } = this.parts;
    const setup = await courses.get(db, courseId);
    if (!setup) return;
    const since = await this.#since();
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
      // Whoever is left gets theirs after the next start.
      if (this.#stopping) return;
      if (member.removed) continue;
      const choice = choices.get(member.personId) ?? DEFAULT_CHOICE;
      if (choice === 'none') continue;
      if (choice === 'daily' && (days.get(member.personId) ?? since) >= daily) continue;
      await this.#makeMail(setup, member.personId, choice, since, now);
      // Whoever waits for an answer is not kept waiting by a long list of people.
      await othersTurn();
    }
  }

  async #makeMail(
    setup: CourseSetup,
    personId: string,
    kind: 'atOnce' | 'daily',
    since: number,
    now: number,
  ): Promise<void> {
    const { db, clock } = this.parts;
    const notices = await this.#notices(setup, personId, now);
    const fresh = notices.filter(({ read, mailed, at }) => !read && !mailed && at >= since);
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
          id: `m-${randomBytes(15).toString('base64url').replaceAll('_', '-')}`,
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

  #notices(setup: CourseSetup, personId: string, now: number): Promise<MarkedNotice[]> {
    const member = setup.members.get(personId);
    if (!member || member.removed) return Promise.resolve([]);
    const course: InCourse = { setup, member, person: personOf(setup, member) };
    return noticesOf(this.parts.db, course, now);
  }

  async #sendWaiting(): Promise<void> {
    const { db, clock, courses } = this.parts;
    const waiting = await db
      .selectFrom('mail')
      .innerJoin('person', 'person.id', 'mail.person_id')
      .selectAll('mail')
      .select([
        'person.email',
        'person.given_name',
        'person.family_name',
        'person.preferred_name',
        'person.hours',
      ])
      .where('state', '=', 'waiting')
      .where('next_at', '<=', clock.wall())
      .orderBy('made_at')
      .execute();
    for (const row of waiting) {
      const setup = await courses.get(db, row.course_id);
      const now = clock.now();
      if (this.#stopping) return;
      const keys = new Set(fromJson(row.keys));
      const notices = setup
        ? (await this.#notices(setup, row.person_id, now)).filter(({ key, read }) => keys.has(key) && !read)
        : [];
      if (!setup || notices.length === 0) {
        // Nothing of it may be told any more, or all of it was read meanwhile.
        await db.updateTable('mail').set({ state: 'dropped' }).where('id', '=', row.id).execute();
        continue;
      }
      const name = `${row.preferred_name ?? row.given_name} ${row.family_name}`.trim();
      const said = this.#write(
        setup,
        notices,
        row.kind,
        row.preferred_name ?? row.given_name,
        now,
        hoursOr24(row.hours),
      );
      const tries = row.tries + 1;
      try {
        await this.parts.transport.send({
          id: row.id,
          to: { name, address: row.email },
          date: row.made_at,
          ...said,
        });
        await db
          .updateTable('mail')
          .set({ state: 'sent', sent_at: now, tries, error: null, address: row.email, ...said })
          .where('id', '=', row.id)
          .execute();
      } catch (error) {
        const wait = BACKOFF[Math.min(row.tries, BACKOFF.length - 1)]!;
        await db
          .updateTable('mail')
          .set({
            tries,
            next_at: clock.wall() + wait,
            error: error instanceof Error ? error.message : 'unknown',
          })
          .where('id', '=', row.id)
          .execute();
        this.parts.log.warn({ err: error, mail: row.id, tries }, 'a mail was not accepted and waits');
      }
    }
  }

  #write(
    setup: CourseSetup,
    notices: readonly MarkedNotice[],
    kind: 'atOnce' | 'daily',
    given: string,
    now: number,
    hours: Hours,
  ): { subject: string; text: string } {
    const { address } = this.parts;
    const paragraphs = notices.map(
      (notice) => `${paragraph(notice, setup, now, hours)}\n${address}${noticeAddress(notice, setup.id)}`,
    );
    const [first] = paragraphs;
    const subject =
      notices.length === 1
        ? `${setup.code}: ${first!.split(/\. |\n/)[0]!.replace(/\.$/, '')}`
        : `${setup.title}: ${notices.length} things that concern you`;
    return {
      subject,
      text: `${given},\n\n${paragraphs.join('\n\n')}\n\n--\n${setup.title} (${setup.code}) in Juror. ${
        kind === 'daily' ? 'Sent once a day' : 'Sent at once'
      }; you choose when, under Notices: ${address}/c/${setup.id}/notices\n`,
    };
  }
}

/** A notice as a mail tells it. */
function paragraph(notice: MarkedNotice, setup: CourseSetup, now: number, hours: Hours): string {
  const actor = setup.names.get(notice.actorId ?? '');
  return noticeParagraph(
    { ...notice, actors: actor ? [actor] : [] },
    titleOf(setup, notice.forumId),
    datesFor({ setup, hours }, now),
    now,
  );
}
