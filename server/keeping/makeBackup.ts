import BetterSqlite3 from 'better-sqlite3';
import { existsSync } from 'node:fs';
import { mkdtemp, readdir, rm, stat } from 'node:fs/promises';
import { dirname, join, resolve } from 'node:path';
import { KEPT, UNNAMED } from '../files/unnamed';
import { putInPlace, readArchive, writeArchive, type Source } from './archive';

/** A backup that was made and read back. */
export interface Backup {
  readonly file: string;
  readonly bytes: number;
  /** How many attachments it holds. */
  readonly attachments: number;
  /** Names of attachments that were missing or damaged in the data folder already. */
  readonly lost: readonly string[];
}

/** The file of the data in a folder; a sentence where there is none. */
export function dataFileIn(dataFolder: string): string {
  const file = join(dataFolder, 'juror.sqlite');
  if (existsSync(file)) return file;
  throw new Error(`There is no data in ${dataFolder}. Say with JUROR_DATA which folder you mean.`);
}

/**
 * A copy of the data as it stood at one instant, without the files that nobody names and the server would remove; writing goes on
 * meanwhile.
 */
function snapshot(file: string, to: string, now: number): void {
  const source = new BetterSqlite3(file, { readonly: true, fileMustExist: true, timeout: 10_000 });
  try {
    source.prepare('VACUUM INTO ?').run(to);
  } finally {
    source.close();
  }
  const copy = new BetterSqlite3(to);
  try {
    copy.pragma('foreign_keys = ON');
    copy.prepare(`DELETE FROM file WHERE at < ? AND ${UNNAMED}`).run(now - KEPT);
  } finally {
    copy.close();
  }
}

interface FileRow {
  readonly sha256: string;
  readonly size: number;
  readonly name: string;
}

const rowsOf = (sqlite: BetterSqlite3.Database) =>
  sqlite.prepare('SELECT sha256, size, min(name) AS name FROM file GROUP BY sha256').all() as FileRow[];

/** The attachments a copy of the data names, as they lie in the folder, and those that do not. */
async function attachmentsOf(
  copy: BetterSqlite3.Database,
  dataFolder: string,
): Promise<{ there: Source[]; lost: FileRow[] }> {
  const there: Source[] = [];
  const lost: FileRow[] = [];
  for (const row of rowsOf(copy)) {
    const file = join(dataFolder, 'files', row.sha256);
    const found = await stat(file).catch(() => null);
    if (found !== null) there.push({ path: `files/${row.sha256}`, file });
    if (found?.size !== row.size) lost.push(row);
  }
  return { there, lost };
}

/** Of what is lost, that which the data still names: the rest was removed while the backup was made. */
function stillNamed(file: string, lost: readonly FileRow[]): FileRow[] {
  if (lost.length === 0) return [];
  const live = new BetterSqlite3(file, { readonly: true, fileMustExist: true, timeout: 10_000 });
  try {
    const isNamed = live.prepare('SELECT 1 FROM file WHERE sha256 = ?');
    return lost.filter(({ sha256 }) => isNamed.get(sha256) !== undefined);
  } finally {
    live.close();
  }
}

/** Whether a data file is sound in itself; a sentence where it is not. */
export function refuseUnsound(file: string, said: string): void {
  const sqlite = new BetterSqlite3(file, { readonly: true, fileMustExist: true });
  try {
    const [first] = sqlite.pragma('integrity_check(1)') as { integrity_check: string }[];
    if (first?.integrity_check !== 'ok') throw new Error(`${said}: ${first?.integrity_check}.`);
    if ((sqlite.pragma('foreign_key_check') as unknown[]).length > 0)
      throw new Error(`${said}: something in it belongs to nothing.`);
  } finally {
    sqlite.close();
  }
}

/**
 * Makes a backup of a data folder, also while Juror runs: the data as it stood when the backup began, with everything that had been
 * acknowledged by then, the attachments it names, and the outbox, in one archive. It is read back before it has its name.
 *
 * @param to the file to write; it must not exist
 * @throws Error with a sentence where the data is damaged, or there is no room
 */
export async function makeBackup(dataFolder: string, to: string, now: number): Promise<Backup> {
  const target = resolve(to);
  const file = dataFileIn(dataFolder);
  if (existsSync(target)) throw new Error(`${target} is there already. Choose another name.`);
  const folder = dirname(target);
  if (!existsSync(folder)) throw new Error(`There is no folder ${folder}. Make it first.`);
  const work = await mkdtemp(join(folder, '.juror-backup-'));
  try {
    const data = join(work, 'juror.sqlite');
    snapshot(file, data, now);
    const copy = new BetterSqlite3(data);
    const { there, lost } = await attachmentsOf(copy, dataFolder);
    const named = stillNamed(file, lost);
    const gone = lost.filter((row) => !named.includes(row));
    for (const { sha256 } of gone) copy.prepare('DELETE FROM file WHERE sha256 = ?').run(sha256);
    const layout = Number(copy.pragma('user_version', { simple: true }));
    copy.close();
    const outbox = join(dataFolder, 'outbox');
    const mails = existsSync(outbox)
      ? (await readdir(outbox)).filter((name) => /^[\w-]+\.eml$/.test(name))
      : [];
    const attachments = there.filter(({ path }) => !gone.some(({ sha256 }) => path.endsWith(sha256)));
    const archive = join(work, 'archive');
    const said = await writeArchive(
      archive,
      [
        { path: 'juror.sqlite', file: data },
        ...attachments,
        ...mails.map((name) => ({ path: `outbox/${name}`, file: join(outbox, name) })),
      ],
      { madeAt: now, layout },
    );
    const back = join(work, 'back');
    await readArchive(archive, back, (path) => path === 'juror.sqlite');
    refuseUnsound(join(back, 'juror.sqlite'), 'The backup was not kept, because the data in it is damaged');
    await putInPlace(archive, target);
    const changed = said.entries.flatMap(({ path, sha256 }) =>
      path.startsWith('files/') && !path.endsWith(sha256) ? [path.slice('files/'.length)] : [],
    );
    const names = new Set([...named.map(({ sha256 }) => sha256), ...changed]);
    return {
      file: target,
      bytes: (await stat(target)).size,
      attachments: attachments.length,
      lost: [...names].sort(),
    };
  } finally {
    await rm(work, { recursive: true, force: true });
  }
}
