import { toJson } from '../../db/json';
import type { Selectable } from 'kysely';
import { NO_DECISIONS } from '../../../core/scoring/suggest';
import type { Database } from '../../db/schema';
import type { Change } from '../change/changeCourse';

/** A score as it is stored. */
export type StoredScore = Selectable<Database['score']>;

/** A student's place in an item, with the score that is stored there; null where nothing was ever kept. */
export interface ScoreCell {
  readonly itemId: string;
  readonly studentId: string;
  readonly stored: StoredScore | null;
}

/** An empty list as a column holds it. */
export const NONE = toJson<never[]>([]);

/** A score of which nothing is known yet. */
export const EMPTY_SCORE = {
  decisions: toJson(NO_DECISIONS),
  decisions_given: toJson(NO_DECISIONS),
  remark: null,
  remark_html: null,
  passages: NONE,
  passages_given: NONE,
  files: NONE,
  files_given: NONE,
  points: null,
  lines: NONE,
  given_at: null,
  given_by: null,
  released_at: null,
  excused: 0,
};

/** Whether a student sees that something of a score is other than it was. */
function showsTo(before: StoredScore | null, after: StoredScore): boolean {
  const wasReleased = before !== null && before.released_at !== null;
  return wasReleased || after.released_at !== null || (before?.excused ?? 0) !== after.excused;
}

/**
 * Writes what changes of a score; the rest stays as it was. The student is told where they see it. Nothing else writes scores.
 *
 * @param cell with what this transaction has read of it
 * @param anew whether it has a new version from then on, so that who has the old one open is told
 * @returns the score as it is stored then
 */
export async function keepScore(
  change: Change,
  { itemId, studentId, stored }: ScoreCell,
  row: Partial<StoredScore>,
  { anew = true } = {},
): Promise<StoredScore> {
  const version = (stored?.version ?? 0) + (anew ? 1 : 0);
  const after = { ...(stored ?? EMPTY_SCORE), item_id: itemId, student_id: studentId, ...row, version };
  if (stored === null) await change.trx.insertInto('score').values(after).execute();
  else
    await change.trx
      .updateTable('score')
      .set({ ...row, version })
      .where('item_id', '=', itemId)
      .where('student_id', '=', studentId)
      .execute();
  if (showsTo(stored, after)) change.concerns([studentId]);
  return after;
}
