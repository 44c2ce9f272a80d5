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
  const file = join(dataFolder, 'juror.sqlite');
  const sqlite = new BetterSqlite3(file);
  sqlite.pragma('journal_mode = WAL');
  sqlite.pragma('synchronous = FULL');
  sqlite.pragma('foreign_keys = ON');
  sqlite.pragma('busy_timeout = 5000');
  migrate(sqlite);
  const db = new Kysely<Database>({ dialect: new SqliteDialect({ database: withStatementsKept(sqlite) }) });
  files.set(db.getExecutor().adapter, file);
  return db;
}

/** The file of a database, by what it and its transactions have in common. */
const files = new WeakMap<object, string>();

/** The file a database was opened from. */
export const fileOf = (db: Db): string => files.get(db.getExecutor().adapter)!;

/** Opens a database that is open already once more, for reading alone: in a thread beside the server. */
export function openForReading(file: string): Db {
  const sqlite = new BetterSqlite3(file, { readonly: true, fileMustExist: true });
  sqlite.pragma('busy_timeout = 5000');
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
