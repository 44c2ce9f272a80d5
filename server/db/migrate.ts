import { createHash } from 'node:crypto';
import type BetterSqlite3 from 'better-sqlite3';
import { defineFunctions } from './functions';
import { start } from './migrations/0001_start';
import { planning } from './migrations/0002_planning';
import { reading } from './migrations/0003_reading';
import { writing } from './migrations/0004_writing';
import { stewarding } from './migrations/0005_stewarding';
import { evaluating } from './migrations/0006_evaluating';
import { judging } from './migrations/0007_judging';
import { gradebook } from './migrations/0008_gradebook';
import { items } from './migrations/0009_items';
import { largeCourses } from './migrations/0010_large_courses';
import { accounts } from './migrations/0013_accounts';
import { received } from './migrations/0014_received';
import { drafts } from './migrations/0015_drafts';
import { changes } from './migrations/0016_changes';
import { reports } from './migrations/0017_reports';
import { actions } from './migrations/0018_actions';
import { hours } from './migrations/0019_hours';
import { invitations } from './migrations/0020_invitations';
import { putAway } from './migrations/0021_put_away';
import { moreTime } from './migrations/0022_more_time';
import { highlights } from './migrations/0023_highlights';
import { shares } from './migrations/0024_shares';
import { searched } from './migrations/0025_searched';
import { reviews } from './migrations/0027_reviews';
import { reviewingSteps } from './migrations/0028_reviewing_steps';
import { calendar } from './migrations/0029_calendar';
import { freeDays } from './migrations/0030_free_days';
import { feeds } from './migrations/0031_feeds';
import { visits } from './migrations/0032_visits';
import { announcements } from './migrations/0033_announcements';
import { outcomes } from './migrations/0034_outcomes';
import { shownHosts } from './migrations/0035_shown_hosts';
import { insight } from './migrations/0036_insight';
import { letters } from './migrations/0037_letters';
import { textInCommon } from './migrations/0038_text_in_common';
import { cases } from './migrations/0039_cases';
import { nameOrders } from './migrations/0026_name_order';
import { rooms } from './migrations/0012_rooms';
import { holding } from './migrations/0011_holding';

/** Every step of the data's layout, in order; the number of steps done stands in the file itself. */
export const MIGRATIONS: readonly string[] = [
  start,
  planning,
  reading,
  writing,
  stewarding,
  evaluating,
  judging,
  gradebook,
  items,
  largeCourses,
  holding,
  rooms,
  accounts,
  received,
  drafts,
  changes,
  reports,
  actions,
  hours,
  invitations,
  putAway,
  moreTime,
  highlights,
  shares,
  searched,
  nameOrders,
  reviews,
  reviewingSteps,
  calendar,
  freeDays,
  feeds,
  visits,
  announcements,
  outcomes,
  shownHosts,
  insight,
  letters,
  textInCommon,
  cases,
];

/** What a step is known by: once data has been brought through it, it may not be another one. */
export const digestOf = (migration: string): string => createHash('sha256').update(migration).digest('hex');

/** Since this step the file itself says what the steps were that it went through. */
const KEEPS_DIGESTS = 11;

/** Refuses a file that went through a step which is another one in this Juror. */
function refuseOthers(sqlite: BetterSqlite3.Database, done: number): void {
  if (done < KEEPS_DIGESTS) return;
  const kept = sqlite.prepare('SELECT number, sha256 FROM migration').all() as {
    number: number;
    sha256: string;
  }[];
  for (const { number, sha256 } of kept)
    if (MIGRATIONS[number - 1] === undefined || digestOf(MIGRATIONS[number - 1]!) !== sha256)
      throw new Error(
        `The data was brought to its layout by another Juror: its step ${number} is not the one this Juror has. Start the Juror that wrote the data, or restore a backup of it.`,
      );
}

/** Writes down what the steps were that are not written down yet. */
function keepDigests(sqlite: BetterSqlite3.Database): void {
  const keep = sqlite.prepare('INSERT OR IGNORE INTO migration (number, sha256) VALUES (?, ?)');
  MIGRATIONS.forEach((migration, index) => keep.run(index + 1, digestOf(migration)));
}

/**
 * Brings a data file to the newest layout; each step in a transaction of its own.
 *
 * @throws Error with a sentence where the file was written by a newer or another Juror
 */
export function migrate(sqlite: BetterSqlite3.Database): void {
  defineFunctions(sqlite);
  const done = Number(sqlite.pragma('user_version', { simple: true }));
  if (done > MIGRATIONS.length)
    throw new Error('The data folder was written by a newer Juror; start that one instead.');
  refuseOthers(sqlite, done);
  for (let number = done; number < MIGRATIONS.length; number++) {
    sqlite.transaction(() => {
      sqlite.exec(MIGRATIONS[number]!);
      sqlite.pragma(`user_version = ${number + 1}`);
    })();
  }
  sqlite.transaction(() => keepDigests(sqlite))();
}
