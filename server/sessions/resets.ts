import { LRUCache } from 'lru-cache';
import { HOUR } from '../../core/time/instant';
import { resetMail } from '../../words/account';
import { calledBy, fullName, NAME_COLUMNS } from '../course/setup/personNames';
import type { Deps } from '../feature/deps';
import { Problem, notFound } from '../refusals/problem';
import { makeLink } from './links';

/** So many mails with a link one account is sent in an hour, however often it is asked. */
const MAILS = 3;
/** So often it can be asked from one network address in an hour, which a whole campus may share. */
const ASKED = 60;

/**
 * Links for forgotten passwords, by mail. Whoever asks learns nothing: the answer is the same, and as quick, whether anybody has the
 * address or not; what is to be done is done after it. The link stands in the mail alone.
 */
export class PasswordResets {
  readonly #mails = new LRUCache<string, number>({ max: 20_000, ttl: HOUR });
  readonly #asked = new LRUCache<string, number>({ max: 20_000, ttl: HOUR });

  constructor(private readonly deps: Deps) {}

  /**
   * Takes note that a link is asked for.
   *
   * @param from the network address it is asked from
   * @returns what sends the link, to be called once the answer is sent, so that the answer takes as long for every address
   * @throws {Problem} 404 without a mail server, 429 where it is asked too often
   */
  ask(email: string, from: string): () => void {
    if (this.deps.mailer.goes !== 'server') throw notFound();
    const asked = (this.#asked.get(from) ?? 0) + 1;
    if (asked > ASKED)
      throw new Problem(
        429,
        'tooManyAttempts',
        'New passwords were asked for too often from your network. Try again in an hour.',
        undefined,
        undefined,
        { 'Retry-After': '3600' },
      );
    this.#asked.set(from, asked, { noUpdateTTL: true });
    return () =>
      void this.#send(email).catch((error: unknown) =>
        this.deps.log.error({ err: error }, 'no link could be made'),
      );
  }

  async #send(email: string): Promise<void> {
    const { db, mailer } = this.deps;
    const person = await db
      .selectFrom('person')
      .select(['id', 'email', ...NAME_COLUMNS])
      .where('email', '=', email)
      .executeTakeFirst();
    if (!person) return;
    const mails = (this.#mails.get(person.id) ?? 0) + 1;
    if (mails > MAILS) return;
    this.#mails.set(person.id, mails, { noUpdateTTL: true });
    const link = await makeLink(this.deps, person.id, person.id, 'reset');
    mailer.direct({
      to: { name: fullName(person), address: person.email },
      ...resetMail(calledBy(person), mailer.address + link.address),
    });
  }
}
