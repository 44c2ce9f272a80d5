import BetterSqlite3 from 'better-sqlite3';
import { createHash } from 'node:crypto';
import { cpSync, existsSync, mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { pack } from 'tar-stream';
import { afterAll, describe, expect, it } from 'vitest';
import { DAY, HOUR } from '../../core/time/instant';
import { lockFolder } from '../db/folderLock';
import { openDatabase } from '../db/open';
import { keptCourse } from '../testing/keptCourse';
import { backUpIfDue } from './keepBackups';
import { checkData } from './checkData';
import { makeBackup } from './makeBackup';
import { restoreBackup } from './restoreBackup';

const { c, work, folder, now, fresh, attachment, restored, close } = await keptCourse();
afterAll(close);

describe('a backup', () => {
  it('holds posts, versions and attachments; restored, it is sound and nobody is signed in by it', async () => {
    const to = await restored();
    expect(await checkData(to)).toEqual([]);
    const sqlite = new BetterSqlite3(join(to, 'juror.sqlite'), { readonly: true });
    expect(sqlite.prepare('SELECT text FROM revision ORDER BY post_id, number').pluck().all()).toEqual([
      'Who says so?',
      expect.stringContaining('river'),
      'The deed says so.',
    ]);
    expect(sqlite.prepare('SELECT count(*) FROM session').pluck().get()).toBe(0);
    sqlite.close();
    expect(readFileSync(join(to, 'files', attachment()), 'utf8')).toContain('1931');
  });

  it('is not written over anything, and needs data and a folder', async () => {
    const file = fresh('made');
    await makeBackup(folder, file, now);
    await expect(makeBackup(folder, file, now)).rejects.toThrow(/is there already/);
    await expect(makeBackup(fresh('none'), fresh('made'), now)).rejects.toThrow(/There is no data in/);
    await expect(makeBackup(folder, join(work, 'nowhere', 'x'), now)).rejects.toThrow(/There is no folder/);
    expect(readdirSync(work).filter((name) => name.startsWith('.'))).toEqual([]);
  });

  it('tells of attachments that were lost already, and keeps the rest', async () => {
    const data = await restored();
    rmSync(join(data, 'files', attachment()));
    expect((await makeBackup(data, fresh('made'), now)).lost).toEqual([attachment()]);
    writeFileSync(join(data, 'files', attachment()), 'x'.repeat(31));
    expect((await makeBackup(data, fresh('made'), now)).lost).toEqual([attachment()]);
  });

  it('leaves out files that nobody has named for a week', async () => {
    const data = await restored();
    const sha256 = createHash('sha256').update('old').digest('hex');
    writeFileSync(join(data, 'files', sha256), 'old');
    const sqlite = new BetterSqlite3(join(data, 'juror.sqlite'));
    const add = sqlite.prepare(
      "INSERT INTO file (id, course_id, uploaded_by, sha256, type, size, name, at) VALUES (?, 'rivers', 'ines', ?, 'text/plain', 3, 'x', ?)",
    );
    add.run('stray', sha256, now - 8 * DAY);
    sqlite.close();
    const file = fresh('made');
    expect((await makeBackup(data, file, now)).attachments).toBe(1);
    const to = fresh('data');
    await restoreBackup(file, to, false, now);
    expect(existsSync(join(to, 'files', sha256))).toBe(false);
    expect(await checkData(to)).toEqual([]);
  });

  it('holds everything that was acknowledged before it began, while people go on writing', async () => {
    const acknowledged: string[] = [];
    let stop = false;
    const writing = (async () => {
      for (let i = 0; !stop; i++) {
        const id = `load-${i}`;
        await c.write(i % 2 ? c.chidi : c.ines, id, 4, 'bram-1').expect(200);
        acknowledged.push(id);
      }
    })();
    for (let round = 0; round < 4; round++) {
      await new Promise((resolve) => setTimeout(resolve, 250));
      const before = [...acknowledged];
      const file = fresh('made');
      await makeBackup(folder, file, now);
      const to = fresh('data');
      await restoreBackup(file, to, false, now);
      const sqlite = new BetterSqlite3(join(to, 'juror.sqlite'), { readonly: true });
      const held = new Set(sqlite.prepare('SELECT id FROM post').pluck().all());
      sqlite.close();
      expect(before.length).toBeGreaterThan(round);
      expect(before.filter((id) => !held.has(id))).toEqual([]);
    }
    stop = true;
    await writing;
    expect(await checkData(folder)).toEqual([]);
  }, 60_000);
});

describe('restoring', () => {
  it('is refused over data, unless that is meant; what was there is kept', async () => {
    const data = await restored();
    const file = fresh('made');
    await makeBackup(folder, file, now);
    await expect(restoreBackup(file, data, false, now)).rejects.toThrow(/holds data already/);
    const { before } = await restoreBackup(file, data, true, now);
    expect(existsSync(join(before!, 'juror.sqlite'))).toBe(true);
    expect(existsSync(join(before!, 'files', attachment()))).toBe(true);
    expect(await checkData(data)).toEqual([]);
  });

  it('is refused while a server has the folder', async () => {
    const data = await restored();
    const file = fresh('made');
    await makeBackup(folder, file, now);
    const unlock = lockFolder(data);
    await expect(restoreBackup(file, data, true, now)).rejects.toThrow(/Another Juror/);
    unlock();
  });

  it('touches nothing where the archive is cut off, changed, of something else, or names a way out of the folder', async () => {
    const data = await restored();
    const file = fresh('made');
    await makeBackup(folder, file, now);
    const whole = readFileSync(file);
    const changed = Buffer.from(whole);
    // One bit alone may leave what is compressed as it was: of many zeros it says only which ones to repeat.
    const middle = Math.floor(whole.length / 2);
    for (let at = middle; at < middle + 32; at++) changed[at]! ^= 0xff;
    const foreign = pack();
    foreign.entry({ name: '../outside' }, 'x');
    foreign.finalize();
    const parts: Buffer[] = [];
    for await (const part of foreign as AsyncIterable<Buffer>) parts.push(part);
    const bad = [
      whole.subarray(0, whole.length - 2000),
      whole.subarray(0, 100),
      changed,
      Buffer.from('no archive'),
      Buffer.alloc(0),
      gzipSync(Buffer.concat(parts)),
    ];
    for (const bytes of bad) {
      const path = fresh('bad');
      writeFileSync(path, bytes);
      await expect(restoreBackup(path, data, true, now)).rejects.toThrow(/^The backup .* cannot be used/);
    }
    await expect(restoreBackup(fresh('none'), data, true, now)).rejects.toThrow(/There is no file/);
    expect(await checkData(data)).toEqual([]);
    expect(existsSync(join(work, 'outside'))).toBe(false);
  });

  it('that was killed keeps a server from starting, and is done by running it again', async () => {
    const data = await restored();
    const file = fresh('made');
    await makeBackup(folder, file, now);
    mkdirSync(join(data, 'restoring'));
    rmSync(join(data, 'juror.sqlite'));
    expect(() => openDatabase(data)).toThrow(/did not finish. Run npm run restore again/);
    await restoreBackup(file, data, false, now);
    expect(await checkData(data)).toEqual([]);
    await openDatabase(data).destroy();
  });
});

describe('backups by the clock', () => {
  const make = (data: string, file: string) => makeBackup(data, file, now);
  it('are made when they are due, and so many are kept; nothing else in the folder is touched', async () => {
    const plan = { folder: fresh('backups'), everyHours: 24, kept: 2 };
    const at = Date.UTC(2026, 2, 5, 16, 20);
    expect(await backUpIfDue(folder, plan, at, make)).toBe(
      join(plan.folder, 'juror-2026-03-05T162000Z.tar.gz'),
    );
    writeFileSync(join(plan.folder, 'mine.tar.gz'), 'x');
    expect(await backUpIfDue(folder, plan, at + 23 * HOUR, make)).toBeNull();
    for (const days of [1, 2, 3])
      expect(await backUpIfDue(folder, plan, at + days * DAY, make)).not.toBeNull();
    expect(readdirSync(plan.folder).sort()).toEqual([
      'juror-2026-03-07T162000Z.tar.gz',
      'juror-2026-03-08T162000Z.tar.gz',
      'mine.tar.gz',
    ]);
  });
  it('that fail remove none of those that are there', async () => {
    const plan = { folder: fresh('backups'), everyHours: 1, kept: 1 };
    const at = Date.UTC(2026, 2, 5, 16, 20);
    await backUpIfDue(folder, plan, at, make);
    const failing = () => Promise.reject(new Error('no room'));
    await expect(backUpIfDue(folder, plan, at + DAY, failing)).rejects.toThrow('no room');
    expect(readdirSync(plan.folder)).toEqual(['juror-2026-03-05T162000Z.tar.gz']);
  });
  it('refuse data that is damaged, and leave nothing behind', async () => {
    const data = await restored();
    cpSync(join(data, 'juror.sqlite'), join(data, 'copy'));
    const sqlite = new BetterSqlite3(join(data, 'juror.sqlite'));
    sqlite.pragma('foreign_keys = OFF');
    sqlite.exec("UPDATE post SET author_id = 'nobody'");
    sqlite.close();
    const plan = { folder: fresh('backups'), everyHours: 1, kept: 1 };
    await expect(backUpIfDue(data, plan, now, make)).rejects.toThrow(/belongs to nothing/);
    expect(readdirSync(plan.folder)).toEqual([]);
  });
});
