import BetterSqlite3 from 'better-sqlite3';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

/**
 * Takes a data folder for this process alone, for as long as it lives: the system lets go of it however the process ends.
 *
 * @returns what lets go of it
 * @throws Error with a sentence where another process has it
 */
export function lockFolder(dataFolder: string): () => void {
  const note = join(dataFolder, 'juror.pid');
  const lock = new BetterSqlite3(join(dataFolder, 'juror.lock'), { timeout: 0 });
  try {
    lock.pragma('journal_mode = DELETE');
    lock.exec('BEGIN EXCLUSIVE');
  } catch (error) {
    lock.close();
    if (!String((error as { code?: string }).code).startsWith('SQLITE_BUSY')) throw error;
    let who = '';
    try {
      who = ` (process ${readFileSync(note, 'utf8').trim()})`;
    } catch {
      // Whoever has it has not written who they are yet.
    }
    throw new Error(
      `Another Juror${who} is using the data folder ${dataFolder}. Stop it first, or choose another folder with JUROR_DATA.`,
      { cause: error },
    );
  }
  writeFileSync(note, `${process.pid}\n`);
  return () => lock.close();
}
