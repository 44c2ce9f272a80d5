import type { Kysely } from 'kysely';
import type { Database } from '../../db/schema';

/** The stored score of a student in a forum; null where nothing was ever kept. */
export async function storedScore(db: Kysely<Database>, itemId: string | null, studentId: string) {
  if (itemId === null) return null;
  const row = await db
    .selectFrom('score')
    .selectAll()
    .where('item_id', '=', itemId)
    .where('student_id', '=', studentId)
    .executeTakeFirst();
  return row ?? null;
}
