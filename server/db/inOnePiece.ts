import type { Kysely, SelectQueryBuilder, Simplify } from 'kysely';
import { jsonArrayFrom } from 'kysely/helpers/sqlite';
import type { Database } from './schema';

/**
 * The rows of a query, in its order, handed over by the database in one piece of JSON. Of thousands of rows this takes less than half
 * the time of one row after the other. Only for columns of text and whole numbers, and with every column named.
 */
export async function inOnePiece<Row>(
  db: Kysely<Database>,
  // eslint-disable-next-line @typescript-eslint/no-explicit-any -- whatever the query reads from
  query: SelectQueryBuilder<any, any, Row>,
): Promise<Simplify<Row>[]> {
  const { rows } = await db.selectNoFrom(jsonArrayFrom(query).as('rows')).executeTakeFirstOrThrow();
  return JSON.parse(rows as unknown as string) as Simplify<Row>[];
}
