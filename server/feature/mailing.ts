/** A mail that is kept nowhere: in no row, no outbox and no file. */
export interface DirectMail {
  readonly to: { readonly name: string; readonly address: string };
  readonly subject: string;
  readonly text: string;
}

/** Sends people mail about what concerns them. */
export interface Mailing {
  /** Whether mail stays in the data folder, or goes to a mail server. */
  readonly goes: 'folder' | 'server';
  /** Where people reach Juror, without a slash at the end. */
  readonly address: string;
  /** Begins to send by itself: every minute, and soon after something happened. */
  start(): void;
  /** Something happened that people may have to be mailed about. */
  soon(): void;
  /** Makes what is to be made and tries what waits; one pass at a time. */
  pass(): Promise<void>;
  /**
   * Sends a mail that is kept nowhere: it is tried a few times and then let go. Where mail stays in the data folder it is not sent at all.
   * Nobody waits for it.
   */
  direct(mail: DirectMail): void;
  /** Resolves once nothing of {@link direct} is under way any more. */
  directSent(): Promise<void>;
  /** Sends nothing more by itself; resolves when what is under way has ended. */
  stop(): Promise<void>;
}
