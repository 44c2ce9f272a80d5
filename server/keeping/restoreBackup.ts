import BetterSqlite3 from 'better-sqlite3';
import { existsSync, mkdirSync } from 'node:fs';
import { mkdir, open, rename, rm, rmdir } from 'node:fs/promises';
import { join } from 'node:path';
import { lockFolder } from '../db/folderLock';
import { MIGRATIONS } from '../db/migrate';
import { RESTORING } from '../db/restoring';
import { readArchive, type Manifest } from './archive';
import { refuseUnsound } from './makeBackup';

/** What a data folder consists of; the data itself is moved last, so that nothing starts with a part of it. */
const PARTS = ['files', 'outbox', 'juror.sqlite-wal', 'juror.sqlite-shm', 'juror.sqlite'];

/** Nobody is signed in by what stands in a backup, and no one-time link in it works. */
function endSessions(file: string): void {
  const sqlite = new BetterSqlite3(file);
  try {
    sqlite.exec('DELETE FROM session; DELETE FROM password_link WHERE used_at IS NULL;');
  } finally {
    sqlite.close();
  }
}

async function toDisk(folder: string): Promise<void> {
  const handle = await open(folder, 'r');
  await handle.sync();
  await handle.close();
}

/** A restore that was done. */
export interface Restored {
  readonly manifest: Manifest;
  /** Where what was there before is kept; null where nothing was. */
  readonly before: string | null;
}

/**
 * Puts what a backup holds into a data folder. All of it is read, held against its digests and checked before anything that is there is
 * touched; what is there is kept beside it. Killed at any moment, it can be run again.
 *
 * @param over whether data that is there may be replaced
 * @throws Error with a sentence where a server has the folder, data is there, or the backup cannot be used
 */
export async function restoreBackup(
  file: string,
  dataFolder: string,
  over: boolean,
  now: number,
): Promise<Restored> {
  if (!existsSync(file)) throw new Error(`There is no file ${file}.`);
  mkdirSync(dataFolder, { recursive: true });
  const unlock = lockFolder(dataFolder);
  try {
    const parts = PARTS.filter((part) => existsSync(join(dataFolder, part)));
    if (parts.includes('juror.sqlite') && !over)
      throw new Error(
        `${dataFolder} holds data already. To replace it, add --over; what is there now is kept beside it.`,
      );
    const staging = join(dataFolder, RESTORING);
    await rm(staging, { recursive: true, force: true });
    await mkdir(staging);
    let said: Manifest;
    try {
      said = await readArchive(file, staging);
      if (said.layout > MIGRATIONS.length)
        throw new Error(`The backup ${file} was made by a newer Juror; restore it with that one.`);
      const data = join(staging, 'juror.sqlite');
      if (!existsSync(data))
        throw new Error(`The backup ${file} cannot be used: it holds no data. Use another one.`);
      refuseUnsound(data, `The data in the backup ${file} is damaged`);
      endSessions(data);
    } catch (error) {
      await rm(staging, { recursive: true, force: true });
      throw error;
    }
    await mkdir(join(staging, 'files'), { recursive: true });
    let before: string | null = null;
    if (parts.length > 0) {
      before = join(dataFolder, `before-restore-${new Date(now).toISOString().replace(/[:.]/g, '')}`);
      await mkdir(before, { recursive: true });
      for (const part of [...parts].reverse()) await rename(join(dataFolder, part), join(before, part));
    }
    for (const part of PARTS)
      if (existsSync(join(staging, part))) await rename(join(staging, part), join(dataFolder, part));
    await toDisk(dataFolder);
    await rmdir(staging);
    return { manifest: said, before };
  } finally {
    unlock();
  }
}
