import { randomBytes } from 'node:crypto';
import type { Kysely } from 'kysely';
import type { ReviewBook } from '../../../core/review/book';
import type { Database } from '../../db/schema';
import type { Trx } from '../../db/open';
import { statement } from '../../db/statement';
import type { CourseSetup } from '../setup/courseCache';
import { loadAssignments, loadMustNots } from './loadAssignments';

/** 128 random bits as hexadecimal digits: what decides the order of a forum, and which no student gets. */
export const newSeed = (): string => randomBytes(16).toString('hex');

const bookOf = statement((db, at: { forumId: string }) =>
  db.selectFrom('review_book').select(['seed', 'paired_at']).where('forum_id', '=', at.forumId),
);

/** What is kept of reviewing in a forum; null where nothing was kept yet. */
export async function loadReviewBook(
  db: Kysely<Database>,
  setup: Pick<CourseSetup, 'id' | 'reviewed'>,
  forumId: string,
): Promise<ReviewBook | null> {
  const [row] = await bookOf(db, { forumId });
  if (row === undefined) return null;
  return {
    seed: row.seed,
    pairedAt: row.paired_at,
    assignments: await loadAssignments(db, setup, { forumId }),
    mustNots: await loadMustNots(db, setup.id),
  };
}

/** The same, begun where there is none. */
export async function openReviewBook(
  trx: Trx,
  setup: Pick<CourseSetup, 'id' | 'reviewed'>,
  forumId: string,
): Promise<ReviewBook> {
  await trx
    .insertInto('review_book')
    .values({ forum_id: forumId, seed: newSeed(), paired_at: null })
    .onConflict((conflict) => conflict.doNothing())
    .execute();
  const { reviewed } = setup;
  return (await loadReviewBook(trx, { id: setup.id, reviewed: new Set([...reviewed, forumId]) }, forumId))!;
}
