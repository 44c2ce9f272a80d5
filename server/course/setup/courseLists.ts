import type { Category } from '../../../core/gradebook/gradebook';
import type { Db, Trx } from '../../db/open';

/** A course's units, in their order. */
export function unitsOf(db: Db | Trx, courseId: string): Promise<{ id: string; title: string }[]> {
  return db
    .selectFrom('unit')
    .select(['id', 'title'])
    .where('course_id', '=', courseId)
    .orderBy('position')
    .execute();
}

/** A course's gradebook categories, in their order. */
export async function categoriesOf(db: Db | Trx, courseId: string): Promise<Category[]> {
  const rows = await db
    .selectFrom('category')
    .select(['id', 'title', 'weight', 'zero_for_missing', 'dropped'])
    .where('course_id', '=', courseId)
    .orderBy('position')
    .execute();
  return rows.map(({ id, title, weight, zero_for_missing, dropped }) => ({
    id,
    title,
    weight,
    zeroForMissing: zero_for_missing === 1,
    drop: dropped,
  }));
}
