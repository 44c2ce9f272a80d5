import type { Trx } from '../../db/open';
import type { Selectable } from 'kysely';
import { NO_DECISIONS } from '../../../core/scoring/suggest';
import type { Database } from '../../db/schema';

/** A score as it is stored. */
export type StoredScore = Selectable<Database['score']>;

/** A score of which nothing is known yet. */
export const EMPTY_SCORE = {
  decisions: JSON.stringify(NO_DECISIONS),
  remark: null,
  remark_html: null,
  points: null,
  lines: '[]',
  given_at: null,
  given_by: null,
  released_at: null,
  excused: 0,
};

/**
 * Writes what changes of a score, with its next version, which is answered; the rest stays as it was.
 *
 * @param stored what this transaction has read of it; null where nothing was ever kept
 */
export async function keepScore(
  trx: Trx,
  { itemId, studentId, stored }: { itemId: string; studentId: string; stored: StoredScore | null },
  row: Partial<StoredScore>,
): Promise<number> {
  const version = (stored?.version ?? 0) + 1;
  if (stored === null)
    await trx
      .insertInto('score')
      .values({ item_id: itemId, student_id: studentId, ...EMPTY_SCORE, ...row, version })
      .execute();
  else
    await trx
      .updateTable('score')
      .set({ ...row, version })
      .where('item_id', '=', itemId)
      .where('student_id', '=', studentId)
      .execute();
  return version;
}
