import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { CourseClock, saveClock, savedClock, SteadyClock } from './clock';
import { readConfig } from '../config';
import { openDatabase } from '../db/open';

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

describe('the clock of production', () => {
  const steady = (newest = 0) => {
    const time = { machine: 1_000_000, monotonic: 0 };
    const jumps: number[] = [];
    const clock = new SteadyClock(
      newest,
      (by) => jumps.push(by),
      () => time.machine,
      () => time.monotonic,
    );
    const pass = (ms: number, step = 0) => {
      time.machine += ms + step;
      time.monotonic += ms;
      return clock.now();
    };
    return { clock, jumps, pass };
  };
  it('is the machine’s while that one runs on', () => {
    const { pass, jumps } = steady();
    expect([pass(10), pass(1000), pass(0)]).toEqual([1_000_010, 1_001_010, 1_001_010]);
    expect(jumps).toEqual([]);
  });
  it('never goes back when the machine’s clock is set back, and meets it again', () => {
    const { pass, jumps } = steady();
    pass(1000);
    expect(pass(1000, -3_600_000)).toBe(1_001_500);
    expect(pass(1000)).toBe(1_002_000);
    expect(jumps).toEqual([-3_600_000]);
    expect(pass(2 * 3_600_000)).toBe(1_000_000 + 3000 + 2 * 3_600_000 - 3_600_000);
  });
  it('follows a jump forward, and says so', () => {
    const { pass, jumps } = steady();
    expect(pass(1000, 60_000)).toBe(1_061_000);
    expect(jumps).toEqual([60_000]);
  });
  it('never begins behind what is written', () => {
    const { clock, pass, jumps } = steady(5_000_000);
    expect(clock.now()).toBe(5_000_000);
    expect(pass(1000)).toBe(5_000_500);
    expect(jumps).toEqual([-4_000_000]);
  });
  it('never goes back, whatever happens to the machine’s', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.nat(10_000), fc.integer({ min: -1e8, max: 1e8 }))), (steps) => {
        const { clock, pass } = steady();
        let last = clock.now();
        for (const [ms, step] of steps) {
          const now = pass(ms, step);
          expect(now).toBeGreaterThanOrEqual(last);
          last = now;
        }
      }),
    );
  });
});
