import type { Logger } from 'pino';
import type { Clock, CourseClock } from '../clock/clock';
import type { CourseCache } from '../course/setup/courseCache';
import type { Db } from '../db/open';
import type { Request, Response } from 'express';
import type { Live } from './live';
import type { Mailing } from './mailing';

/** Releases what was planned once its moment has come. */
export interface Releases {
  /** Begins to look at the clock by itself. */
  start(): void;
  /** Releases what is due; one pass at a time. */
  pass(): Promise<void>;
  /** Looks no more; resolves when what is under way has ended. */
  stop(): Promise<void>;
}

/** Counts a person's request that writes, and says in its answer how many are left. @throws {Problem} 429 beyond the most */
export type CountWrite = (req: Request, res: Response, personId: string) => Promise<void>;

/** What every feature of the server is handed. */
export interface Deps {
  readonly db: Db;
  readonly clock: Clock;
  readonly log: Logger;
  readonly dataFolder: string;
  readonly courses: CourseCache;
  /** Hears what happens, and tells whom it concerns. */
  readonly live: Live;
  readonly mailer: Mailing;
  readonly countWrite: CountWrite;
  readonly releases: Releases;
  /** Only in the demo: the clock that staff can move, and the password everyone has. */
  readonly demo: { readonly clock: CourseClock; readonly password: string } | null;
}
