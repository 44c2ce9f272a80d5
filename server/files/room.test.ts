import { existsSync, readdirSync, statSync, truncateSync, utimesSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { DAY, HOUR } from '../../core/time/instant';
import { textOf } from '../../core/text/textOf';
import { courseFor } from '../course/setup/inCourse';
import { MOST_DRAFTS, refuseDraft } from '../discuss/drafts';
import { openForum } from '../course/access/openForum';
import { C, F, testServer, withForum, words } from '../testing/testServer';
import { refuseBeyondQuota } from '../course/files/quota';
import { removeUnnamed } from './unnamed';

type Setting = Awaited<ReturnType<typeof withForum>>;
let c: Setting;
beforeEach(async () => {
  c = await withForum();
});
afterEach(() => c.server.close());

const text = (said: string) => Buffer.from(said);
const inCourse = (personId: string) => courseFor(c.server.deps, { personId }, 'rivers', 'member');
const folder = () => readdirSync(join(c.server.dataFolder, 'files'));

describe('room for files', () => {
  it('is told with every upload, and counts what one has uploaded to the course', async () => {
    const first = await c.ines.upload('file-1', text('The river is low.'), 'a.txt').expect(200);
    expect(first.body.room).toEqual({ used: 17, most: 500_000_000 });
    const again = await c.ines.upload('file-1', text('The river is low.'), 'a.txt').expect(200);
    expect(again.body.room.used).toBe(17);
    const second = await c.ines.upload('file-2', text('It rose.'), 'b.txt').expect(200);
    expect(second.body.room.used).toBe(25);
    expect((await c.bram.upload('file-3', text('x'), 'c.txt')).body.room.used).toBe(1);
  });
  it('ends where the quota of the person or of the course does, with a sentence that says what to do', async () => {
    await c.ines.upload('file-1', text('x'.repeat(900)), 'a.txt').expect(200);
    const quotas = (own: number, all: number) => ({
      student: { bytes: own, files: 3 },
      staff: { bytes: own, files: 3 },
      course: { bytes: all, files: 1000 },
    });
    const ines = await inCourse('ines');
    const asked = (size: number, own: number, all: number) =>
      refuseBeyondQuota(c.server.db, ines, size, quotas(own, all));
    await expect(asked(100, 1000, 5000)).resolves.toEqual({ used: 1000, most: 1000 });
    await expect(asked(101, 1000, 5000)).rejects.toThrow('You have uploaded 1 files');
    await expect(asked(101, 5000, 1000)).rejects.toThrow('All files of this course');
    await c.ines.upload('file-2', text('y'), 'b.txt').expect(200);
    await c.ines.upload('file-3', text('z'), 'c.txt').expect(200);
    await expect(asked(1, 5000, 5000)).rejects.toMatchObject({ status: 413, code: 'full' });
  });
  it('refuses what is announced as too much before it comes', async () => {
    await c.ines.upload('file-1', text('x'), 'a.txt').expect(200);
    await c.server.db.updateTable('file').set({ size: 499_999_900 }).execute();
    const before = folder();
    const { body } = await c.ines.upload('file-2', text('y'.repeat(200)), 'b.txt').expect(413);
    expect(body.code).toBe('full');
    expect(folder()).toEqual(before);
  });
});

describe('files that nobody names', () => {
  const old = () => {
    for (const name of folder()) {
      const when = new Date(c.server.wall - 2 * HOUR);
      utimesSync(join(c.server.dataFolder, 'files', name), when, when);
    }
  };
  it('are removed after a week, and what a post or a draft names stays', async () => {
    await c.ines.upload('file-0', text('in a draft'), 'a.txt').expect(200);
    await c.ines.upload('file-1', text('in a post'), 'b.txt').expect(200);
    await c.ines.upload('file-2', text('nowhere'), 'c.txt').expect(200);
    const doc = words(8);
    await c.ines.send('put', `${F}/drafts/open`, { doc, attachments: [{ id: 'file-0' }] }).expect(200);
    await c.server.db
      .insertInto('file_use')
      .values({ file_id: 'file-1', forum_id: 'floodplain', post_id: null })
      .execute();
    old();
    expect(await removeUnnamed(c.server.deps)).toBe(0);
    c.server.now += 8 * DAY;
    expect(await removeUnnamed(c.server.deps)).toBe(1);
    const left = await c.server.db.selectFrom('file').select('id').orderBy('id').execute();
    expect(left.map(({ id }) => id)).toEqual(['file-0', 'file-1']);
    expect(folder()).toHaveLength(2);
  });
  it('and uploads that were cut off are removed, but not what may still be on its way', async () => {
    const put = (name: string) => writeFileSync(join(c.server.dataFolder, 'files', name), 'x');
    const cut = 'upload-1';
    const stray = 'a'.repeat(64);
    [cut, stray, 'README'].forEach(put);
    c.server.wall = statSync(join(c.server.dataFolder, 'files', cut)).mtimeMs;
    expect(await removeUnnamed(c.server.deps)).toBe(0);
    expect(await removeUnnamed(c.server.deps, true)).toBe(1);
    expect(folder().sort()).toEqual(['README', stray]);
    c.server.wall += 2 * HOUR;
    expect(await removeUnnamed(c.server.deps)).toBe(1);
    expect(folder()).toEqual(['README']);
  });
  it('an upload that fails leaves nothing behind', async () => {
    await c.ines.upload('file-1', Buffer.from([0, 1, 2, 0]), 'a.bin').expect(415);
    await c.ines.upload('x', text('x'), 'a.txt').expect(422);
    expect(folder()).toEqual([]);
  });
});

describe('a file that is damaged or missing on the server', () => {
  it('is said so, and never sent in part', async () => {
    await c.ines.upload('file-1', text('The river is low.'), 'low water.txt').expect(200);
    const path = join(c.server.dataFolder, 'files', folder()[0]!);
    truncateSync(path, 3);
    const { body } = await c.ines.get('/api/files/file-1').expect(410);
    expect(body.detail).toContain('"low water.txt" is missing or damaged');
    expect(existsSync(path)).toBe(true);
  });
});

describe('drafts', () => {
  it('are kept for places that are there, and for nothing else', async () => {
    const keep = (key: string) => c.bram.send('put', `${F}/drafts/${key}`, { doc: words(4) });
    await c.write(c.ines, 'ines-1', 8).expect(200);
    await keep('answer:ines-1').expect(404);
    await c.write(c.bram, 'bram-1', 8).expect(200);
    await keep('answer:ines-1').expect(200);
    for (const key of ['answer:nothing', 'edit:nothing', 'open:nothing', 'starter:nothing'])
      await keep(key).expect(404);
    await keep('open').expect(200);
    await c.ines.send('delete', `${F}/posts/ines-1`).expect(200);
    // What was begun while it was there is kept on.
    await keep('answer:ines-1').expect(200);
  });
  it('have a number, at which the person is told what to do', async () => {
    const ines = await inCourse('ines');
    const opened = await openForum(c.server.db, ines, 'floodplain', c.server.now);
    await c.ines.send('put', `${F}/drafts/open`, { doc: textOf('x') }).expect(200);
    await expect(refuseDraft(c.server.db, ines, opened, 'open', 1)).resolves.toBeUndefined();
    await expect(refuseDraft(c.server.db, ines, opened, 'starter', 1)).rejects.toThrow('You have 1 drafts');
    expect(MOST_DRAFTS).toBeGreaterThan(100);
  });
});

describe('writing', () => {
  it('faster than a person can is refused for a while, for that person alone', async () => {
    const server = await testServer(undefined, 5);
    const [ines, bram] = await Promise.all([server.as('ines'), server.as('bram')]);
    const write = (who: typeof ines) => who.send('delete', `${C}/forums/nothing/drafts/open`);
    for (let i = 0; i < 5; i++) expect((await write(ines)).headers.ratelimit).toContain(`r=${4 - i}`);
    const { body, headers } = await write(ines).expect(429);
    expect(body.detail).toContain('Wait ');
    expect(Number(headers['retry-after'])).toBeGreaterThan(0);
    expect((await write(bram)).status).not.toBe(429);
    await ines.get(C).expect(200);
    await server.close();
  });
});
