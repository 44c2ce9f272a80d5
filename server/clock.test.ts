import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { CourseClock, saveClock, savedClock } from './clock';
import { readConfig } from './config';
import { openDatabase } from './db/open';

describe('the course clock', () => {
  it('begins where it is told and runs with the machine', () => {
    let machine = 1000;
    const clock = new CourseClock(50_000, () => machine);
    expect(clock.now()).toBe(50_000);
    machine += 250;
    expect(clock.now()).toBe(50_250);
    clock.move(90_000);
    machine += 10;
    expect(clock.now()).toBe(90_010);
    expect(clock.wall()).toBe(1260);
  });
  it('stands still while the server is stopped', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'juror-clock-'));
    const db = openDatabase(folder);
    expect(await savedClock(db)).toBeNull();
    await saveClock(db, 123);
    await saveClock(db, 456);
    await db.destroy();
    const again = openDatabase(folder);
    expect(await savedClock(again)).toBe(456);
    await again.destroy();
    rmSync(folder, { recursive: true });
  });
});

describe('the configuration', () => {
  it('has defaults', () => {
    expect(readConfig({ JUROR_TRUST_PROXY: '1' }).trustProxy).toBe(1);
    expect(readConfig({ JUROR_TRUST_PROXY: 'true' }).trustProxy).toBe(true);
    expect(readConfig({ JUROR_TRUST_PROXY: 'false' }).trustProxy).toBe(false);
    expect(readConfig({ JUROR_TRUST_PROXY: 'loopback, 10.0.0.0/8' }).trustProxy).toBe('loopback, 10.0.0.0/8');
    expect(readConfig({})).toMatchObject({ port: 4310, host: '127.0.0.1', admin: null, logLevel: 'info' });
  });
  it.each([
    [{ PORT: 'many' }, 'PORT'],
    [{ PORT: '70000' }, 'PORT'],
    [{ JUROR_ADMIN_EMAIL: 'nobody', JUROR_ADMIN_PASSWORD: 'long enough it is' }, 'JUROR_ADMIN_EMAIL'],
    [{ JUROR_ADMIN_EMAIL: 'a@b.example', JUROR_ADMIN_PASSWORD: 'short' }, 'JUROR_ADMIN_PASSWORD'],
  ])('names the variable that is wrong: %j', (env, name) => expect(() => readConfig(env)).toThrow(name));
});
