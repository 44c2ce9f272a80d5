import type { Kysely } from 'kysely';
import type { Database } from './db/schema';

/** Where time comes from. Nothing else asks the machine. */
export interface Clock {
  /** The course's time, UTC ms: what every rule is asked with. */
  now(): number;
  /** The machine's time, UTC ms: how long sessions have been idle. */
  wall(): number;
}

/** The clock of production: one time for everything. */
export const systemClock: Clock = { now: () => Date.now(), wall: () => Date.now() };

const KEY = 'courseClock';

/** The demo's course clock: starts where it was left, runs while the server runs, and can be moved. */
export class CourseClock implements Clock {
  #base: number;
  #since: number;

  constructor(
    start: number,
    private readonly machine: () => number = () => Date.now(),
  ) {
    this.#base = start;
    this.#since = machine();
  }

  now(): number {
    return this.#base + (this.machine() - this.#since);
  }

  wall(): number {
    return this.machine();
  }

  move(to: number): void {
    this.#base = to;
    this.#since = this.machine();
  }
}

/** Where the course clock was left, or null in a data folder without one. */
export async function savedClock(db: Kysely<Database>): Promise<number | null> {
  const row = await db.selectFrom('setting').select('value').where('key', '=', KEY).executeTakeFirst();
  return row ? Number(row.value) : null;
}

/** Keeps where the course clock stands. */
export async function saveClock(db: Kysely<Database>, now: number): Promise<void> {
  await db
    .insertInto('setting')
    .values({ key: KEY, value: String(now) })
    .onConflict((conflict) => conflict.column('key').doUpdateSet({ value: String(now) }))
    .execute();
}
