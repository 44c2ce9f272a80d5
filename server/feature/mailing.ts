/** Sends people mail about what concerns them. */
export interface Mailing {
  /** Whether mail stays in the data folder, or goes to a mail server. */
  readonly goes: 'folder' | 'server';
  /** Begins to send by itself: every minute, and soon after something happened. */
  start(): void;
  /** Something happened that people may have to be mailed about. */
  soon(): void;
  /** Makes what is to be made and tries what waits; one pass at a time. */
  pass(): Promise<void>;
  /** Sends nothing more by itself; resolves when what is under way has ended. */
  stop(): Promise<void>;
}
