import type { Db } from '../db/open';

/** The newest texts of some posts. */
export async function newestTexts(db: Db, ids: readonly string[]) {
  if (ids.length === 0) return new Map<string, { html: string; text: string; version: number }>();
  const rows = await db
    .selectFrom('post')
    .innerJoin('revision', 'revision.post_id', 'post.id')
    .select(['post.id', 'post.version', 'revision.html', 'revision.text'])
    .where('post.id', 'in', ids)
    .where('revision.number', '=', (eb) =>
      eb
        .selectFrom('revision as last')
        .select((e) => e.fn.max('last.number').as('n'))
        .whereRef('last.post_id', '=', 'post.id'),
    )
    .execute();
  return new Map(rows.map(({ id, ...text }) => [id, text]));
}
