import type { Kysely, SelectQueryBuilder, Simplify } from 'kysely';
import { jsonArrayFrom } from 'kysely/helpers/sqlite';
import type { Database } from './schema';
import { statement, type Values } from './statement';

/** A query for some rows, whatever it reads from. */
// eslint-disable-next-line @typescript-eslint/no-explicit-any -- whatever the query reads from
export type AnyQuery<Row> = SelectQueryBuilder<any, any, Row>;

/**
 * A {@link statement} whose rows, in its order, the database hands over in one piece of JSON. Of thousands of rows this takes less than
 * half the time of one row after the other. Only for columns of text and whole numbers, and with every column named.
 */
export function inOnePiece<V extends Values, Row>(
  write: (db: Kysely<Database>, values: V) => AnyQuery<Row>,
): (db: Kysely<Database>, values: V) => Promise<Simplify<Row>[]> {
  const ask = statement((db, values: V) => db.selectNoFrom(jsonArrayFrom(write(db, values)).as('rows')));
  return async (db, values) => {
    const [answer] = await ask(db, values);
    return JSON.parse(answer!.rows as unknown as string) as Simplify<Row>[];
  };
}
