import { sql, type Kysely } from 'kysely';
import type { Database } from '../db/schema';

/** Where time comes from. Nothing else asks the machine. */
export interface Clock {
  /** The course's time, UTC ms: what every rule is asked with. */
  now(): number;
  /** The machine's time, UTC ms: how long sessions have been idle. */
  wall(): number;
}

/** The machine's time, UTC ms, for commands that run apart from the server. */
export const machineTime = (): number => Date.now();

/** So far the machine's clock may be from where it should be before that is called a jump, ms. */
const JUMP = 5000;

/**
 * The clock of production: the machine's, but never going back, within the process or behind what is written already. Where the
 * machine's clock was set back, it goes on from where it was at half the pace until the machine has caught up, so that what was
 * acknowledged stays there and what follows comes after it.
 */
export class SteadyClock implements Clock {
  #last: number;
  #lastMachine: number;
  #lastMonotonic: number;

  /**
   * @param newest the newest instant in the data, UTC ms
   * @param jumped hears how far the machine's clock jumped, ms, forward or (negative) back
   */
  constructor(
    newest: number,
    private readonly jumped: (by: number) => void,
    private readonly machine: () => number = () => Date.now(),
    private readonly monotonic: () => number = () => performance.now(),
  ) {
    this.#lastMachine = machine();
    this.#lastMonotonic = monotonic();
    this.#last = Math.max(newest, this.#lastMachine);
    if (newest - this.#lastMachine > JUMP) jumped(this.#lastMachine - newest);
  }

  now(): number {
    const machine = this.machine();
    const monotonic = this.monotonic();
    const passed = Math.max(0, monotonic - this.#lastMonotonic);
    const jump = machine - this.#lastMachine - passed;
    if (Math.abs(jump) > JUMP) this.jumped(Math.round(jump));
    this.#lastMachine = machine;
    this.#lastMonotonic = monotonic;
    this.#last = Math.max(machine, this.#last + passed / 2);
    return Math.floor(this.#last);
  }

  wall(): number {
    return this.machine();
  }
}

/** The newest instant at which something was written, UTC ms; 0 in empty data. */
export async function newestWritten(db: Kysely<Database>): Promise<number> {
  const { rows } = await sql<{ at: number | null }>`SELECT max(at) AS at FROM (
    SELECT max(at) AS at FROM revision UNION ALL SELECT max(at) FROM record UNION ALL SELECT max("from") FROM removal
    UNION ALL SELECT max("to") FROM removal UNION ALL SELECT max(at) FROM approval UNION ALL SELECT max(saved_at) FROM draft
    UNION ALL SELECT max(given_at) FROM score UNION ALL SELECT max(released_at) FROM score
    UNION ALL SELECT max(at) FROM review UNION ALL SELECT max(made_at) FROM assignment UNION ALL SELECT max(ended_at) FROM assignment
    UNION ALL SELECT max(received_at) FROM assignment UNION ALL SELECT max(at) FROM review_response
    UNION ALL SELECT max("from") FROM withholding UNION ALL SELECT max("to") FROM withholding)`.execute(db);
  return rows[0]?.at ?? 0;
}

const KEY = 'courseClock';

/** The demo's course clock: starts where it was left, runs while the server runs, and can be moved. */
export class CourseClock implements Clock {
  #base: number;
  #since: number;

  constructor(
    start: number,
    // Never back, however the machine's clock is set meanwhile.
    private readonly machine: () => number = () => performance.timeOrigin + performance.now(),
  ) {
    this.#base = start;
    this.#since = machine();
  }

  now(): number {
    return Math.round(this.#base + (this.machine() - this.#since));
  }

  wall(): number {
    return Math.round(this.machine());
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
