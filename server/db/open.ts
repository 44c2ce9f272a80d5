import BetterSqlite3 from 'better-sqlite3';
import { Kysely, SqliteDialect } from 'kysely';
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { migrate } from './migrate';
import type { Database } from './schema';

export type Db = Kysely<Database>;

/** Opens (and where needed makes) the data folder, and brings its file to the newest layout. */
export function openDatabase(dataFolder: string): Db {
  mkdirSync(join(dataFolder, 'files'), { recursive: true });
  const sqlite = new BetterSqlite3(join(dataFolder, 'juror.sqlite'));
  sqlite.pragma('journal_mode = WAL');
  sqlite.pragma('synchronous = FULL');
  sqlite.pragma('foreign_keys = ON');
  sqlite.pragma('busy_timeout = 5000');
  migrate(sqlite);
  return new Kysely<Database>({ dialect: new SqliteDialect({ database: sqlite }) });
}
