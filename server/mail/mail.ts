import type { Logger } from 'pino';
import type { Selectable } from 'kysely';
import type { WholeName } from '../course/setup/personNames';
import type { Clock } from '../clock/clock';
import type { CourseCache } from '../course/setup/courseCache';
import type { Database } from '../db/schema';
import type { Db } from '../db/open';
import type { MailTransport } from './transport';

/** What mail is made and sent with. */
export interface MailParts {
  readonly db: Db;
  readonly clock: Clock;
  readonly log: Logger;
  readonly courses: CourseCache;
  readonly transport: MailTransport;
  /** The address people reach Juror by, without a slash at its end. */
  readonly address: string;
}

/** A mail that waits, with whom it is for. */
export type WaitingMail = Selectable<Database['mail']> &
  WholeName &
  Pick<Selectable<Database['person']>, 'email' | 'hours' | 'zone' | 'password_hash'>;

/** What a mail says. */
export interface MailText {
  readonly subject: string;
  readonly text: string;
  /** What is kept of the text once it has gone out, where that is not all of it. */
  readonly kept?: string;
}
