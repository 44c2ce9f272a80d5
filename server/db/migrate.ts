import type BetterSqlite3 from 'better-sqlite3';
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

/** Every step of the data's layout, in order; the number of steps done stands in the file itself. */
const MIGRATIONS: readonly string[] = [
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
];

/** Brings a data file to the newest layout; each step in a transaction of its own. */
export function migrate(sqlite: BetterSqlite3.Database): void {
  const done = Number(sqlite.pragma('user_version', { simple: true }));
  if (done > MIGRATIONS.length)
    throw new Error('The data folder was written by a newer Juror; start that one instead.');
  for (let number = done; number < MIGRATIONS.length; number++) {
    sqlite.transaction(() => {
      sqlite.exec(MIGRATIONS[number]!);
      sqlite.pragma(`user_version = ${number + 1}`);
    })();
  }
}
