import BetterSqlite3 from 'better-sqlite3';
import { Kysely, SqliteDialect, type SqliteDatabase, type SqliteStatement } from 'kysely';
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
  return new Kysely<Database>({ dialect: new SqliteDialect({ database: withStatementsKept(sqlite) }) });
}

/** How many prepared statements are kept. */
const STATEMENTS = 400;

/** The database as Kysely needs it, with statements prepared once; those used longest ago are let go. */
function withStatementsKept(sqlite: BetterSqlite3.Database): SqliteDatabase {
  const statements = new Map<string, BetterSqlite3.Statement>();
  return {
    close: () => void sqlite.close(),
    prepare: (text) => {
      const known = statements.get(text);
      statements.delete(text);
      const statement = known ?? sqlite.prepare(text);
      statements.set(text, statement);
      if (statements.size > STATEMENTS) statements.delete(statements.keys().next().value!);
      return statement as unknown as SqliteStatement;
    },
  };
}
