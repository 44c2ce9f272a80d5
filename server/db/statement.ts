import {
  DummyDriver,
  Kysely,
  sql,
  SqliteAdapter,
  SqliteIntrospector,
  SqliteQueryCompiler,
  type Compilable,
  type CompiledQuery,
  type RawBuilder,
} from 'kysely';
import type { Database } from './schema';

/** What a value of a statement may be, as SQLite takes it. */
type Value = string | number | null | Buffer;

/** The values of a statement, by name. */
export type Values = { readonly [name: string]: Value };

/** Where a value comes in. */
class Slot {
  constructor(readonly name: string) {}
}

/** Writes SQL and asks nobody. */
const writer = new Kysely<Database>({
  dialect: {
    createAdapter: () => new SqliteAdapter(),
    createDriver: () => new DummyDriver(),
    createIntrospector: (db) => new SqliteIntrospector(db),
    createQueryCompiler: () => new SqliteQueryCompiler(),
  },
});

/**
 * A query that is asked often: its SQL is written once, and each time it is asked only its values are put in. So a value may only be put
 * into the query, never looked at while it is written.
 *
 * @example
 * const sectionOf = statement((db, at: { person: string }) =>
 *   db.selectFrom('member').select('section_id').where('person_id', '=', at.person));
 * await sectionOf(db, { person: 'ines' });
 */
export function statement<V extends Values, R>(
  write: (db: Kysely<Database>, values: V) => Compilable<R>,
): (db: Kysely<Database>, values: V) => Promise<R[]> {
  let written: CompiledQuery<R> | null = null;
  const slots = new Proxy({}, { get: (_, name) => new Slot(String(name)) }) as V;
  return async (db, values) => {
    written ??= write(writer, slots).compile();
    const parameters = written.parameters.map((each) => (each instanceof Slot ? values[each.name] : each));
    return (await db.executeQuery<R>({ ...written, parameters })).rows;
  };
}

/** The values of a JSON list, to look for one of them: `where('id', 'in', listed(values.ids))`. */
export const listed = (json: string): RawBuilder<string> =>
  sql<string>`(SELECT value FROM json_each(${json}))`;
