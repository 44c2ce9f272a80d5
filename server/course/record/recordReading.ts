import { LRUCache } from 'lru-cache';
import { HOUR } from '../../../core/time/instant';
import type { Db } from '../../db/open';
import type { Clock } from '../../clock/clock';
import type { InCourse } from '../setup/inCourse';
import { keepRecord } from './record';

/** What was written down within the hour, so that a page of many requests makes one entry. */
const lately = new WeakMap<Db, LRUCache<string, number>>();
const KEPT = 10_000;

/** Something of a course that staff took out of it or looked at as someone else. */
interface Reading {
  readonly courseId: string;
  readonly actorId: string;
  /** `export.gradebook.csv`, `vantage.looked` ... */
  readonly what: string;
  /** `export:…`, `vantage:<person>`: never the name of what is changed, for nothing is. */
  readonly subject: string;
  readonly after?: unknown;
}

/** Writes to the course record that someone read what belongs to others: an export each time, the same look once an hour. */
export async function recordReading(
  db: Db,
  reading: Reading,
  now: number,
  { onceAnHour = false } = {},
): Promise<void> {
  if (onceAnHour) {
    let known = lately.get(db);
    if (!known) lately.set(db, (known = new LRUCache({ max: KEPT })));
    const key = JSON.stringify(reading);
    const last = known.get(key);
    if (last !== undefined && now >= last && now - last < HOUR) return;
    known.set(key, now);
  }
  await db.transaction().execute((trx) => keepRecord(trx, { ...reading, at: now }));
}

/** Writes down that something left the course as a file, with who took it. */
export function recordExport(
  deps: { readonly db: Db; readonly clock: Clock },
  { setup, person }: InCourse,
  path: string,
): Promise<void> {
  const subject = `export:${path.slice(path.lastIndexOf('/') + 1)}`;
  const made = { courseId: setup.id, actorId: person.id, what: 'export.made', subject };
  return recordReading(deps.db, made, deps.clock.now());
}
