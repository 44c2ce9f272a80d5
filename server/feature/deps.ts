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

/** Settles who reviews whom, beside the requests. (docs/rules §9) */
export interface Settles {
  /** Goes on where it stopped, and begins to look at the clock by itself. */
  start(): Promise<void>;
  /** Settles what is due by the clock. */
  pass(): Promise<void>;
  /** Something of the reviews of a course was changed at an instant, UTC ms: in these forums, or in any. */
  settleAt(courseId: string, t: number, forums?: readonly string[]): void;
  /** Resolves when all that has been heard of is settled. */
  settled(): Promise<void>;
  /** Looks no more; resolves when what is under way has ended. */
  stop(): Promise<void>;
}

/** Has what is written compared as it comes. (docs/rules §12) */
export interface Compares {
  /** Compares nothing more by itself. */
  stop(): void;
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
  readonly settling: Settles;
  readonly comparing: Compares;
  /** Only in the demo: the clock that staff can move, and the password everyone has. */
  readonly demo: { readonly clock: CourseClock; readonly password: string } | null;
}
