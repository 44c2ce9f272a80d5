import { fullName, NAME_COLUMNS } from '../course/setup/personNames';
import { MINUTE, SECOND } from '../../core/time/instant';
import type { DirectMail, Mailing } from '../feature/mailing';
import { makeLetters, writeLetter } from './letterMail';
import { writeInvitation } from './invitationMail';
import type { MailParts, MailText, WaitingMail } from './mail';
import { makeNoticeMail, newMailId, writeNoticeMail } from './noticeMail';
import type { MailTransport } from './transport';

/** What happens within this time goes into one mail, ms. */
const SOON = 5000;
/** Waiting times after tries that failed; the last one goes on. */
const BACKOFF = [1, 2, 5, 15, 60].map((minutes) => minutes * MINUTE);
/** Waiting times of a mail that is kept nowhere; after the last it is let go. */
const DIRECT = [0, 5 * SECOND, 30 * SECOND];

/**
 * Sends people mail: what concerns them, and invitations. What a mail says is decided when it goes out, at every try anew. Mail that
 * waits is kept in the data, so that none is lost with the server.
 */
export class Mailer implements Mailing {
  readonly goes: MailTransport['goes'];
  readonly address: string;
  #running: Promise<void> | null = null;
  #rounds: NodeJS.Timeout | null = null;
  #soon: NodeJS.Timeout | null = null;
  #stopping = false;
  readonly #direct = new Set<Promise<void>>();

  constructor(private readonly parts: MailParts) {
    this.goes = parts.transport.goes;
    this.address = parts.address;
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

  direct(mail: DirectMail): void {
    if (this.goes !== 'server') return;
    const sending = this.#sendDirect({ ...mail, id: newMailId(), date: this.parts.clock.now() });
    this.#direct.add(sending);
    void sending.finally(() => this.#direct.delete(sending));
  }

  async directSent(): Promise<void> {
    await Promise.all(this.#direct);
  }

  async #sendDirect(mail: Parameters<MailTransport['send']>[0]): Promise<void> {
    for (const wait of DIRECT) {
      if (wait > 0) await new Promise((resolve) => setTimeout(resolve, wait).unref());
      if (this.#stopping) return;
      try {
        return await this.parts.transport.send(mail);
      } catch (error) {
        this.parts.log.warn({ err: error, mail: mail.id }, 'a mail that is kept nowhere was not accepted');
      }
    }
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
    const courses = await db.selectFrom('course').select('id').where('put_away_at', 'is', null).execute();
    for (const { id } of courses) {
      try {
        await makeNoticeMail(this.parts, id, () => this.#stopping);
        await makeLetters(this.parts, id);
      } catch (error) {
        log.error({ err: error, course: id }, 'mail could not be made');
      }
    }
    await this.#sendWaiting();
  }

  async #sendWaiting(): Promise<void> {
    const { db, clock } = this.parts;
    const waiting = await db
      .selectFrom('mail')
      .innerJoin('person', 'person.id', 'mail.person_id')
      .selectAll('mail')
      .select(['person.email', ...NAME_COLUMNS, 'person.hours', 'person.zone', 'person.password_hash'])
      .where('state', '=', 'waiting')
      .where('next_at', '<=', clock.wall())
      .orderBy('made_at')
      .execute();
    for (const mail of waiting) {
      if (this.#stopping) return;
      const said = await this.#write(mail);
      if (said === null)
        await db.updateTable('mail').set({ state: 'dropped' }).where('id', '=', mail.id).execute();
      else await this.#send(mail, said);
    }
  }

  /** What a mail says now; null where it has nothing to say any more. */
  #write(mail: WaitingMail): Promise<MailText | null> {
    if (mail.kind === 'weekly') return writeLetter(this.parts, mail);
    return mail.kind === 'invitation' ? writeInvitation(this.parts, mail) : writeNoticeMail(this.parts, mail);
  }

  async #send(mail: WaitingMail, { subject, text, kept = text }: MailText): Promise<void> {
    const { db, clock, log, transport } = this.parts;
    const tries = mail.tries + 1;
    try {
      await transport.send({
        id: mail.id,
        to: {
          name: fullName(mail),
          address: mail.email,
        },
        date: mail.made_at,
        subject,
        text,
      });
      await db
        .updateTable('mail')
        .set({
          state: 'sent',
          sent_at: clock.now(),
          tries,
          error: null,
          address: mail.email,
          subject,
          text: kept,
        })
        .where('id', '=', mail.id)
        .execute();
    } catch (error) {
      const wait = BACKOFF[Math.min(mail.tries, BACKOFF.length - 1)]!;
      await db
        .updateTable('mail')
        .set({
          tries,
          next_at: clock.wall() + wait,
          error: error instanceof Error ? error.message : 'unknown',
        })
        .where('id', '=', mail.id)
        .execute();
      log.warn({ err: error, mail: mail.id, tries }, 'a mail was not accepted and waits');
    }
  }
}
