import type { Db } from '../../db/open';
import type { Change } from '../change/changeCourse';

/** A release that is planned: its moment, UTC ms, and who planned it. */
export interface PlannedRelease {
  readonly at: number;
  readonly by: string;
}

/** The planned release of an item; null while there is none. */
export async function plannedReleaseOf(db: Db, itemId: string): Promise<PlannedRelease | null> {
  const row = await db
    .selectFrom('planned_release')
    .select(['at', 'by'])
    .where('item_id', '=', itemId)
    .executeTakeFirst();
  return row ?? null;
}

/** Plans the release of an item in place of what was planned before. */
export async function keepPlannedRelease(
  change: Change,
  itemId: string,
  planned: PlannedRelease,
): Promise<void> {
  await dropPlannedRelease(change.trx, itemId);
  await change.trx
    .insertInto('planned_release')
    .values({ item_id: itemId, ...planned, planned_at: change.now })
    .execute();
}

/** Nothing of an item is released by itself any more. */
export async function dropPlannedRelease(db: Db, itemId: string): Promise<void> {
  await db.deleteFrom('planned_release').where('item_id', '=', itemId).execute();
}
