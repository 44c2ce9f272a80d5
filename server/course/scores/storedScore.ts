import type { Kysely } from 'kysely';
import type { Database } from '../../db/schema';
import type { StoredScore } from './keepScore';

/** The stored score of a student in an item; null where nothing was ever kept. */
export async function storedScore(
  db: Kysely<Database>,
  itemId: string | null,
  studentId: string,
): Promise<StoredScore | null> {
  if (itemId === null) return null;
  const row = await db
    .selectFrom('score')
    .selectAll()
    .where('item_id', '=', itemId)
    .where('student_id', '=', studentId)
    .executeTakeFirst();
  return row ?? null;
}

/** Everything that is stored of an item, by student. */
export async function storedScores(
  db: Kysely<Database>,
  itemId: string,
): Promise<ReadonlyMap<string, StoredScore>> {
  const rows = await db.selectFrom('score').selectAll().where('item_id', '=', itemId).execute();
  return new Map(rows.map((row) => [row.student_id, row]));
}

/** A stored score as the rules read it. */
export const factsOfStored = (row: StoredScore) => ({
  points: row.points,
  givenAt: row.given_at,
  released: row.released_at !== null,
  excused: row.excused === 1,
});
