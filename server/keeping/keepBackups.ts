import { execFile } from 'node:child_process';
import { mkdir, readdir, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { HOUR, MINUTE } from '../../core/time/instant';
import type { Deps } from '../feature/deps';

/** How backups by the clock are made. */
export interface BackupPlan {
  /** Where they lie. */
  readonly folder: string;
  readonly everyHours: number;
  /** How many are kept. */
  readonly kept: number;
}

/** How often it is looked whether one is due; one that failed is tried again then. */
const LOOK = 10 * MINUTE;
/** The names of backups made by the clock, which alone are ever removed. */
const NAME = /^juror-(\d{4})-(\d\d)-(\d\d)T(\d\d)(\d\d)(\d\d)Z\.tar\.gz$/;

const nameAt = (now: number) =>
  `juror-${new Date(now).toISOString().slice(0, 19).replaceAll(':', '')}Z.tar.gz`;

function madeAt(name: string): number | null {
  const parts = NAME.exec(name)?.slice(1).map(Number);
  return parts ? Date.UTC(parts[0]!, parts[1]! - 1, parts[2], parts[3], parts[4], parts[5]) : null;
}

/** Makes a backup in a process of its own, from what was built: nothing that is asked of the server waits for it. */
async function makeApart(dataFolder: string, file: string): Promise<void> {
  const here = import.meta.url;
  const script = new URL('backup.js', here.slice(0, here.lastIndexOf('/node/') + '/node/'.length));
  const env = { ...process.env, JUROR_DATA: dataFolder };
  await promisify(execFile)(process.execPath, [script.pathname, file], { env }).catch((error: unknown) => {
    const { stderr, message } = error as { stderr?: string; message: string };
    throw new Error(stderr?.trim() || message);
  });
}

/**
 * Makes a backup where the last one is older than the plan says, and removes those beyond the number kept, the oldest first; only those
 * it made itself, and only after a new one was read back.
 *
 * @returns the file it made; null where none is due
 */
export async function backUpIfDue(
  dataFolder: string,
  { folder, everyHours, kept }: BackupPlan,
  now: number,
  make: (dataFolder: string, file: string) => Promise<unknown> = makeApart,
): Promise<string | null> {
  await mkdir(folder, { recursive: true });
  const own = async () => (await readdir(folder)).filter((name) => NAME.test(name)).sort();
  const last = madeAt((await own()).at(-1) ?? '');
  // A backup from the future was made by a clock that was wrong; it does not hold the next one up.
  if (last !== null && last <= now && now - last < everyHours * HOUR) return null;
  const file = join(folder, nameAt(now));
  await make(dataFolder, file);
  const all = await own();
  for (const name of all.slice(0, Math.max(0, all.length - kept))) await rm(join(folder, name));
  return file;
}

/** Makes backups by the clock for as long as the server runs; what goes wrong is logged, and tried again. */
export function keepBackups(
  { dataFolder, clock, log }: Pick<Deps, 'dataFolder' | 'clock' | 'log'>,
  plan: BackupPlan,
): void {
  let isUnderWay = false;
  const look = async () => {
    if (isUnderWay) return;
    isUnderWay = true;
    try {
      const file = await backUpIfDue(dataFolder, plan, clock.wall());
      if (file !== null) log.info({ file }, 'a backup was made and read back');
    } catch (error) {
      log.error(
        { err: error, folder: plan.folder },
        'The backup could not be made. It is tried again in ten minutes.',
      );
    } finally {
      isUnderWay = false;
    }
  };
  void look();
  setInterval(() => void look(), LOOK).unref();
}
