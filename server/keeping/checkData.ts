import BetterSqlite3 from 'better-sqlite3';
import { createHash } from 'node:crypto';
import { createReadStream, existsSync } from 'node:fs';
import { mkdtemp, readdir, rm, stat } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { whyNotOurs } from '../db/open';
import { digestOf, migrate, MIGRATIONS } from '../db/migrate';
import { checkPosts } from './checkPosts';
import { checkReviews } from './checkReviews';
import { checkTexts } from './checkTexts';
import { TOLD, told, type Finding } from './finding';

/** Whether SQLite finds the file sound, and everything in it belongs to something. */
function checkDatabase(sqlite: BetterSqlite3.Database): Finding[] {
  const sound = sqlite.pragma(`integrity_check(${TOLD})`) as { integrity_check: string }[];
  const broken = sound.flatMap(({ integrity_check }) =>
    integrity_check === 'ok' ? [] : [`The data file is damaged: ${integrity_check}.`],
  );
  if (broken.length > 0) return broken;
  const loose = sqlite.pragma('foreign_key_check') as { table: string; rowid: number; parent: string }[];
  return told(
    loose.map(
      ({ table, rowid, parent }) => `Row ${rowid} of ${table} belongs to a ${parent} that is not there.`,
    ),
    'rows',
  );
}

/** Whether the layout is the one this Juror makes, by the steps written down and by what is there. */
function checkLayout(sqlite: BetterSqlite3.Database): Finding[] {
  const done = Number(sqlite.pragma('user_version', { simple: true }));
  if (done > MIGRATIONS.length) return ['The data was written by a newer Juror; check it with that one.'];
  const kept = new Map(
    (
      sqlite.prepare('SELECT number, sha256 FROM migration').all() as { number: number; sha256: string }[]
    ).map(({ number, sha256 }) => [number, sha256]),
  );
  const findings: Finding[] = [];
  for (let number = 1; number <= done; number++)
    if (kept.get(number) !== digestOf(MIGRATIONS[number - 1]!))
      findings.push(`Step ${number} of the data’s layout is not the one this Juror has.`);
  if (done < MIGRATIONS.length) return findings;
  const fresh = new BetterSqlite3(':memory:');
  migrate(fresh);
  const partsOf = (of: BetterSqlite3.Database) =>
    new Map(
      (
        of
          .prepare("SELECT type || ' ' || name AS part, sql FROM sqlite_master WHERE sql IS NOT NULL")
          .all() as {
          part: string;
          sql: string;
        }[]
      ).map(({ part, sql }) => [part, sql]),
    );
  const [is, ought] = [partsOf(sqlite), partsOf(fresh)];
  fresh.close();
  for (const [part, sql] of ought)
    if (is.get(part) !== sql)
      findings.push(
        `The ${part} is ${is.has(part) ? 'not what it ought to be' : 'missing'} in the data file.`,
      );
  return findings;
}

/** Whether the search index holds what the texts hold. It is looked at in a copy, since SQLite writes to look. */
async function checkSearch(sqlite: BetterSqlite3.Database): Promise<Finding[]> {
  const work = await mkdtemp(join(tmpdir(), 'juror-check-'));
  try {
    const file = join(work, 'copy.sqlite');
    sqlite.prepare('VACUUM INTO ?').run(file);
    const copy = new BetterSqlite3(file);
    try {
      copy.exec("INSERT INTO post_search (post_search, rank) VALUES ('integrity-check', 1)");
      return [];
    } catch {
      return ['The search index does not hold what the posts say.'];
    } finally {
      copy.close();
    }
  } finally {
    await rm(work, { recursive: true, force: true });
  }
}

async function digestOfFile(path: string): Promise<string> {
  const hash = createHash('sha256');
  await pipeline(createReadStream(path), hash);
  return hash.digest('hex');
}

/** Whether every attachment lies in the folder as it was uploaded. */
async function checkFiles(sqlite: BetterSqlite3.Database, dataFolder: string): Promise<Finding[]> {
  const findings: Finding[] = [];
  const rows = sqlite
    .prepare('SELECT sha256, size, min(name) AS name, count(*) AS times FROM file GROUP BY sha256, size')
    .all() as { sha256: string; size: number; name: string; times: number }[];
  for (const { sha256, size, name } of rows) {
    const path = join(dataFolder, 'files', sha256);
    const found = await stat(path).catch(() => null);
    if (found === null) findings.push(`The attachment “${name}” is missing: ${path}.`);
    else if (found.size !== size)
      findings.push(`The attachment “${name}” has ${found.size} bytes instead of ${size}: ${path}.`);
    else if ((await digestOfFile(path)) !== sha256)
      findings.push(`The attachment “${name}” is not what was uploaded: ${path}.`);
  }
  const unnamed = new Set(rows.map(({ sha256 }) => sha256));
  const folder = join(dataFolder, 'files');
  const strangers = existsSync(folder)
    ? (await readdir(folder)).filter((name) => !unnamed.has(name) && !/^(upload-.*|[0-9a-f]{64})$/.test(name))
    : ['files'];
  return [
    ...told(findings, 'attachments'),
    ...told(
      strangers.map((name) => `${join(folder, name)} does not belong there.`),
      'files',
    ),
  ];
}

/** A step of the check, with what it is called while it runs. */
interface Step {
  readonly name: string;
  readonly run: () => Finding[] | Promise<Finding[]>;
}

/**
 * Looks for damage in a data folder, also while Juror runs, and changes nothing: the file itself, its layout, what belongs to what,
 * attachments against their digests, and everything that is worked out from something else against what core makes of it.
 *
 * @param say told of each step before it runs
 * @returns what is wrong; nothing where all is well
 */
export async function checkData(
  dataFolder: string,
  say: (step: string) => void = () => undefined,
): Promise<Finding[]> {
  const file = join(dataFolder, 'juror.sqlite');
  if (!existsSync(file)) return [`There is no data file ${file}.`];
  const not = whyNotOurs(file);
  if (not !== null) return [`The data file ${file} ${not}.`];
  let sqlite: BetterSqlite3.Database;
  try {
    sqlite = new BetterSqlite3(file, { readonly: true, fileMustExist: true, timeout: 10_000 });
  } catch (error) {
    return [`The data file ${file} cannot be opened: ${String((error as Error).message)}.`];
  }
  const inside: Step[] = [
    { name: 'the data file', run: () => checkDatabase(sqlite) },
    { name: 'its layout', run: () => checkLayout(sqlite) },
  ];
  const beyond: Step[] = [
    { name: 'posts and what was decided about them', run: () => checkPosts(sqlite) },
    { name: 'texts, and what is worked out from them', run: () => checkTexts(sqlite) },
    { name: 'reviews', run: () => checkReviews(sqlite) },
    { name: 'the search index', run: () => checkSearch(sqlite) },
    { name: 'attachments', run: () => checkFiles(sqlite, dataFolder) },
  ];
  const findings: Finding[] = [];
  try {
    for (const { name, run } of inside) {
      say(name);
      findings.push(...(await run()));
      // What is inside a damaged file cannot be told.
      if (findings.length > 0) return findings;
    }
    for (const { name, run } of beyond) {
      say(name);
      findings.push(...(await run()));
    }
    return findings;
  } catch (error) {
    return [...findings, `The data file ${file} is damaged: ${String((error as Error).message)}.`];
  } finally {
    sqlite.close();
  }
}
