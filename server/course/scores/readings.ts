import { fromJson, toJson } from '../../db/json';
import type { DeskView, DocketReading } from '../../../contract/evaluate';
import {
  agreementOf,
  isToSettle,
  meanOf,
  pairOf,
  readsSecond,
  type Agreement,
  type Reading,
} from '../../../core/scoring/agreement';
import { NO_DECISIONS, type Decisions } from '../../../core/scoring/suggest';
import type { InCourse } from '../setup/inCourse';
import type { Db } from '../../db/open';
import type { Change } from '../change/changeCourse';

/** A reading as it is kept: perhaps not given yet. */
interface StoredReading {
  readonly readerId: string;
  readonly version: number;
  readonly decisions: Decisions;
  readonly points: number | null;
  readonly at: number | null;
}

/** What two evaluators have made of one student, and whether a disagreement was settled. */
export interface StudentReadings {
  readonly kept: readonly StoredReading[];
  readonly given: readonly Reading[];
  readonly settledAt: number | null;
}

/** Nobody has read the student. */
export const UNREAD: StudentReadings = { kept: [], given: [], settledAt: null };

/**
 * The readings of an item, by student. A score that was given before a second reading was asked for is the reading of who gave it.
 */
export async function readingsOf(
  db: Db,
  itemId: string | null,
  studentId?: string,
): Promise<ReadonlyMap<string, StudentReadings>> {
  const found = new Map<string, { kept: StoredReading[]; settledAt: number | null }>();
  if (itemId === null) return new Map();
  const of = (student: string) => {
    const known = found.get(student) ?? { kept: [], settledAt: null };
    found.set(student, known);
    return known;
  };
  const narrow = studentId === undefined ? [] : [studentId];
  const rows = await db
    .selectFrom('reading')
    .selectAll()
    .where('item_id', '=', itemId)
    .$if(narrow.length > 0, (query) => query.where('student_id', 'in', narrow))
    .execute();
  for (const row of rows)
    of(row.student_id).kept.push({
      readerId: row.reader_id,
      version: row.version,
      decisions: fromJson(row.decisions),
      points: row.points,
      at: row.given_at,
    });
  const scores = await db
    .selectFrom('score')
    .select(['student_id', 'given_by', 'given_at', 'points', 'decisions', 'version'])
    .where('item_id', '=', itemId)
    .where('points', 'is not', null)
    .where('given_by', 'is not', null)
    .$if(narrow.length > 0, (query) => query.where('student_id', 'in', narrow))
    .execute();
  for (const score of scores) {
    const { kept } = of(score.student_id);
    if (kept.some(({ at }) => at !== null)) continue;
    kept.push({
      readerId: score.given_by!,
      version: 0,
      decisions: fromJson(score.decisions),
      points: score.points,
      at: score.given_at,
    });
  }
  const settlements = await db
    .selectFrom('settlement')
    .select(['student_id', 'at'])
    .where('item_id', '=', itemId)
    .$if(narrow.length > 0, (query) => query.where('student_id', 'in', narrow))
    .execute();
  for (const { student_id, at } of settlements) of(student_id).settledAt = at;
  return new Map(
    [...found].map(([student, { kept, settledAt }]) => [
      student,
      {
        kept,
        settledAt,
        given: kept
          .flatMap(({ readerId, points, at }) =>
            points === null || at === null ? [] : [{ readerId, points, at }],
          )
          .sort((a, b) => a.at - b.at),
      },
    ]),
  );
}

/** The readings of one student. */
export async function readingsFor(
  db: Db,
  itemId: string | null,
  studentId: string,
): Promise<StudentReadings> {
  return (await readingsOf(db, itemId, studentId)).get(studentId) ?? UNREAD;
}

/** {@link readsSecond}, asked of what is kept of a student. */
export function isSecond({ given }: StudentReadings, readerId: string): boolean {
  return readsSecond(given, readerId);
}

/** What a docket tells of a student's readings. */
export function docketReading(readings: StudentReadings, readerId: string): DocketReading {
  return {
    wanted: isSecond(readings, readerId),
    given: readings.given.length,
    settle: isToSettle(readings.given, readings.settledAt),
  };
}

/** How often the evaluators of an item agree. */
export function agreementIn(readings: ReadonlyMap<string, StudentReadings>, maximum: number): Agreement {
  return agreementOf(
    [...readings.values()].map(({ given }) => given),
    maximum,
  );
}

/** What the Desk tells of a student's readings. */
export function deskReading(course: InCourse, readings: StudentReadings): NonNullable<DeskView['reading']> {
  const { id } = course.person;
  const named = (readerId: string) => course.setup.names.get(readerId)?.name ?? '';
  const isBlind = isSecond(readings, id);
  const pair = pairOf(readings.given);
  return {
    second: isBlind,
    by: isBlind ? named(readings.given[0]!.readerId) : null,
    readings: isBlind
      ? []
      : readings.given.map(({ readerId, points, at }) => ({
          readerId,
          reader: named(readerId),
          mine: readerId === id,
          points,
          at,
        })),
    mean: isBlind || pair === null ? null : meanOf(pair),
    settle: isToSettle(readings.given, readings.settledAt),
  };
}

/** What an evaluator has decided of their own reading so far. */
export function ownReading({ kept }: StudentReadings, readerId: string) {
  const own = kept.find((reading) => reading.readerId === readerId);
  return { version: own?.version ?? 0, decisions: own?.decisions ?? NO_DECISIONS };
}

/** Whose reading it is, and of whom. */
interface AboutReading {
  readonly itemId: string;
  readonly studentId: string;
  readonly readerId: string;
}

/** Keeps what an evaluator makes of a student. */
export async function keepReading(
  { trx }: Change,
  { itemId, studentId, readerId }: AboutReading,
  reading: { version: number; decisions: Decisions; points: number | null; at: number | null },
): Promise<void> {
  const row = {
    version: reading.version,
    decisions: toJson(reading.decisions),
    points: reading.points,
    given_at: reading.at,
  };
  await trx
    .insertInto('reading')
    .values({ item_id: itemId, student_id: studentId, reader_id: readerId, ...row })
    .onConflict((oc) => oc.columns(['item_id', 'student_id', 'reader_id']).doUpdateSet(row))
    .execute();
}

/** Takes an evaluator's reading away: it came with a score that is taken back. */
export async function dropReading(
  { trx }: Change,
  { itemId, studentId, readerId }: AboutReading,
): Promise<void> {
  await trx
    .deleteFrom('reading')
    .where('item_id', '=', itemId)
    .where('student_id', '=', studentId)
    .where('reader_id', '=', readerId)
    .execute();
}

/**
 * Takes note that a score was given where two read: of the first reading, or, once two have read, of a settlement. (docs/rules §6)
 */
export async function noteGiven(
  change: Change,
  about: AboutReading,
  before: StudentReadings,
  given: { decisions: Decisions; points: number },
): Promise<void> {
  const { trx, now } = change;
  if (before.given.length >= 2) {
    const row = { at: now, by: about.readerId, points: given.points };
    await trx
      .insertInto('settlement')
      .values({ item_id: about.itemId, student_id: about.studentId, ...row })
      .onConflict((oc) => oc.columns(['item_id', 'student_id']).doUpdateSet(row))
      .execute();
    return;
  }
  const { version } = ownReading(before, about.readerId);
  await keepReading(change, about, { ...given, version: version + 1, at: now });
}
