import BetterSqlite3 from 'better-sqlite3';
import { mkdtempSync, renameSync, rmSync, truncateSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { sql } from 'kysely';
import supertest from 'supertest';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { withForum, words, F } from '../testing/testServer';
import { lockFolder } from './folderLock';
import { openDatabase } from './open';

describe('a data folder', () => {
  let folder: string;
  const file = () => join(folder, 'juror.sqlite');
  beforeEach(() => {
    folder = mkdtempSync(join(tmpdir(), 'juror-strength-'));
  });
  afterEach(() => rmSync(folder, { recursive: true, force: true }));

  it('is for one server at a time, and says who has it', () => {
    const unlock = lockFolder(folder);
    expect(() => lockFolder(folder)).toThrow(
      `Another Juror (process ${process.pid}) is using the data folder ${folder}`,
    );
    unlock();
    lockFolder(folder)();
  });
  it('whose file is empty is begun anew', async () => {
    writeFileSync(file(), '');
    const db = openDatabase(folder);
    await db.selectFrom('person').selectAll().execute();
    await db.destroy();
  });
  it('whose file is no database, damaged, or another program’s, is refused with the path and the remedy', async () => {
    writeFileSync(file(), 'Dear diary, '.repeat(1000));
    expect(() => openDatabase(folder)).toThrow(`The data file ${file()} is no database. Restore a backup`);
    rmSync(file());
    const other = new BetterSqlite3(file());
    other.exec('CREATE TABLE recipe_box (id); INSERT INTO recipe_box VALUES (1)');
    other.close();
    expect(() => openDatabase(folder)).toThrow('belongs to another program');
    rmSync(file());
    await openDatabase(folder).destroy();
    rmSync(`${file()}-wal`, { force: true });
    truncateSync(file(), 9000);
    expect(() => openDatabase(folder)).toThrow('is damaged. Restore a backup');
  });
});

describe('a server whose data', () => {
  let c: Awaited<ReturnType<typeof withForum>>;
  beforeEach(async () => {
    c = await withForum();
  });
  afterEach(() => c.server.close());
  const health = () => supertest(c.server.app).get('/healthz');

  it('is locked by another program keeps writers waiting, and nobody who reads; health says what is wrong', async () => {
    expect((await health().expect(200)).body).toEqual({ ok: true });
    const other = new BetterSqlite3(join(c.server.dataFolder, 'juror.sqlite'));
    other.exec('BEGIN IMMEDIATE');
    let written = false;
    const write = c.write(c.ines, 'ines-1', 8).then((answer) => {
      written = true;
      return answer;
    });
    const start = performance.now();
    await c.bram.get(F).expect(200);
    expect(performance.now() - start).toBeLessThan(900);
    const sick = await health().expect(503);
    expect(sick.body).toMatchObject({ ok: false, wrong: expect.stringContaining('locked') });
    await supertest(c.server.app).get('/readyz').expect(503);
    expect(written).toBe(false);
    other.exec('ROLLBACK');
    other.close();
    expect((await write).status).toBe(200);
    await health().expect(200);
  });
  it('is moved away is not well', async () => {
    const file = join(c.server.dataFolder, 'juror.sqlite');
    renameSync(file, `${file}.away`);
    expect((await health().expect(503)).body.wrong).toContain('not where it was');
    renameSync(`${file}.away`, file);
    await health().expect(200);
  });
  it('finds no room says so, loses nothing, and goes on once there is room', async () => {
    await c.write(c.ines, 'ines-0', 8).expect(200);
    const pages = async () =>
      Number(
        (await sql<{ n: number }>`SELECT page_count AS n FROM pragma_page_count`.execute(c.server.db))
          .rows[0]!.n,
      );
    const most = (n: number) =>
      c.server.db.transaction().execute((trx) => sql.raw(`PRAGMA max_page_count = ${n}`).execute(trx));
    await most(await pages());
    const { body } = await c.ines
      .send('post', `${F}/posts`, {
        id: 'ines-1',
        parentId: null,
        doc: words(20_000),
        starter: false,
        draft: null,
      })
      .expect(507);
    expect(body.code).toBe('diskFull');
    await most(1_000_000);
    await c.write(c.ines, 'ines-1', 8).expect(200);
  });
});
