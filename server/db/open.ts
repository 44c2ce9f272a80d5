import BetterSqlite3 from 'better-sqlite3';
import { Kysely, type Transaction } from 'kysely';
import { existsSync, mkdirSync, readSync, openSync, closeSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { defineFunctions } from './functions';
import { migrate } from './migrate';
import { refuseHalfRestored } from './restoring';
import type { Database } from './schema';
import { twoHandles } from './twoHandles';

export type Db = Kysely<Database>;
/** A transaction under way. */
export type Trx = Transaction<Database>;

/** How every SQLite file begins. */
const HEADER = 'SQLite format 3\u0000';
/** How the data of Juror is told from other SQLite files: "Jurr" as a number. */
const APPLICATION = 0x4a757272;

/** What is wrong with a file that is to be the database, before it is opened; null where it is new, or looks right. */
export function whyNotOurs(file: string): string | null {
  if (!existsSync(file) || statSync(file).size === 0) return null;
  const descriptor = openSync(file, 'r');
  try {
    const head = Buffer.alloc(HEADER.length);
    readSync(descriptor, head, 0, HEADER.length, 0);
    return head.toString('latin1') === HEADER ? null : 'is no database';
  } finally {
    closeSync(descriptor);
  }
}

const cannotUse = (file: string, why: string, error?: unknown) =>
  new Error(
    `The data file ${file} ${why}. Restore a backup with npm run restore, or choose another data folder with JUROR_DATA.`,
    { cause: error },
  );

/** Whether a SQLite file belongs to another program: it lacks our application id, and holds tables that are not ours. */
function isForeign(sqlite: BetterSqlite3.Database): boolean {
  if (Number(sqlite.pragma('application_id', { simple: true })) === APPLICATION) return false;
  const { n } = sqlite
    .prepare("SELECT count(*) AS n FROM sqlite_master WHERE name NOT LIKE 'sqlite_%'")
    .get() as {
    n: number;
  };
  const isOurs = sqlite
    .prepare(
      "SELECT count(*) AS n FROM sqlite_master WHERE type = 'table' AND name IN ('post', 'revision', 'member')",
    )
    .get() as { n: number };
  return n > 0 && isOurs.n < 3;
}

/**
 * Opens (and where needed makes) the data folder, and brings its file to the newest layout.
 *
 * @throws Error with a sentence, the path and what to do where the file is damaged, or belongs to something else
 */
export function openDatabase(dataFolder: string): Db {
  refuseHalfRestored(dataFolder);
  mkdirSync(join(dataFolder, 'files'), { recursive: true });
  const file = join(dataFolder, 'juror.sqlite');
  const why = whyNotOurs(file);
  if (why !== null) throw cannotUse(file, why);
  let sqlite: BetterSqlite3.Database | null = null;
  try {
    sqlite = new BetterSqlite3(file, { timeout: 5000 });
    sqlite.pragma('journal_mode = WAL');
    sqlite.pragma('synchronous = FULL');
    sqlite.pragma('foreign_keys = ON');
    if (isForeign(sqlite)) throw cannotUse(file, 'belongs to another program');
    migrate(sqlite);
    sqlite.pragma(`application_id = ${APPLICATION}`);
    // From here on waiting is done beside the requests.
    sqlite.pragma('busy_timeout = 0');
    const reader = new BetterSqlite3(file, { readonly: true, fileMustExist: true, timeout: 0 });
    defineFunctions(reader);
    const db = new Kysely<Database>({ dialect: twoHandles(sqlite, reader, () => performance.now()) });
    files.set(db.getExecutor().adapter, { file, inode: statSync(file).ino });
    return db;
  } catch (error) {
    sqlite?.close();
    const { code } = error as { code?: string };
    if (/^SQLITE_(CORRUPT|NOTADB|IOERR)/.test(code ?? '')) throw cannotUse(file, 'is damaged', error);
    if (code?.startsWith('SQLITE_BUSY'))
      throw new Error(`The data file ${file} is locked by another program. Stop that one first.`, {
        cause: error,
      });
    if (code === 'SQLITE_FULL')
      throw new Error(`There is no room left on the disk of ${file}. Make room, then start again.`, {
        cause: error,
      });
    throw error;
  }
}

/** The file of a database, by what it and its transactions have in common. */
const files = new WeakMap<object, { readonly file: string; readonly inode: number }>();

/** The file a database was opened from. */
export const fileOf = (db: Db): string => files.get(db.getExecutor().adapter)!.file;

/** Whether the file a database was opened from is still where it was, and still the same. */
export function isInPlace(db: Db): boolean {
  const { file, inode } = files.get(db.getExecutor().adapter)!;
  return statSync(file, { throwIfNoEntry: false })?.ino === inode;
}

/** Opens a database that is open already once more, for reading alone: in a thread beside the server. */
export function openForReading(file: string): Db {
  const open = () => {
    const sqlite = new BetterSqlite3(file, { readonly: true, fileMustExist: true, timeout: 5000 });
    defineFunctions(sqlite);
    return sqlite;
  };
  return new Kysely<Database>({ dialect: twoHandles(open(), open(), () => performance.now()) });
}
