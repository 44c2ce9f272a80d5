import type BetterSqlite3 from 'better-sqlite3';
import type { CompiledQuery } from 'kysely';
import {
  SqliteAdapter,
  SqliteIntrospector,
  SqliteQueryCompiler,
  type DatabaseConnection,
  type Dialect,
  type Driver,
  type QueryResult,
} from 'kysely';
import { SECOND } from '../../core/time/instant';
import { writtenIn, type Written } from './written';

/** How many prepared statements are kept for each handle. */
const STATEMENTS = 400;
/** So long a write waits for another program that has locked the data. */
const PATIENCE = 10 * SECOND;
const TRY_AGAIN = 20;

/** A handle with statements prepared once; those used longest ago are let go. */
class Handle {
  readonly #statements = new Map<string, BetterSqlite3.Statement>();

  constructor(readonly sqlite: BetterSqlite3.Database) {}

  prepare(text: string): BetterSqlite3.Statement {
    const known = this.#statements.get(text);
    this.#statements.delete(text);
    const statement = known ?? this.sqlite.prepare(text);
    this.#statements.set(text, statement);
    if (this.#statements.size > STATEMENTS) this.#statements.delete(this.#statements.keys().next().value!);
    return statement;
  }
}

function run<R>(statement: BetterSqlite3.Statement, parameters: readonly unknown[]): QueryResult<R> {
  if (statement.reader) return { rows: statement.all(parameters) as R[] };
  const { changes, lastInsertRowid } = statement.run(parameters);
  return { numAffectedRows: BigInt(changes), insertId: BigInt(lastInsertRowid), rows: [] };
}

/** One after the other, in the order they came. */
class Turns {
  #last: Promise<void> = Promise.resolve();

  /** Resolves when it is one's turn, with what ends it. */
  async take(): Promise<() => void> {
    let end!: () => void;
    const before = this.#last;
    this.#last = new Promise((resolve) => (end = resolve));
    await before;
    return end;
  }
}

const isLocked = (error: unknown) => /^SQLITE_(BUSY|LOCKED)/.test(String((error as { code?: string }).code));

/** Does something as soon as no other program has the data locked; others have their turn meanwhile. */
async function patiently<T>(work: () => T, monotonic: () => number): Promise<T> {
  const since = monotonic();
  for (;;)
    try {
      return work();
    } catch (error) {
      if (!isLocked(error) || monotonic() - since > PATIENCE) throw error;
      await new Promise((resolve) => setTimeout(resolve, TRY_AGAIN));
    }
}

/**
 * A database behind two handles: one writes, a transaction at a time, the other reads what is committed, whatever the first is
 * waiting for. So a data file that another program has locked keeps writers waiting beside the requests, and nobody who reads.
 */
class TwoHandles implements Driver {
  readonly #turns = new Turns();
  readonly #reader: Handle;
  readonly #writer: Handle;

  constructor(
    writer: BetterSqlite3.Database,
    reader: BetterSqlite3.Database,
    private readonly monotonic: () => number,
    private readonly written: Written,
  ) {
    this.#writer = new Handle(writer);
    this.#reader = new Handle(reader);
  }

  init(): Promise<void> {
    return Promise.resolve();
  }

  acquireConnection(): Promise<Connection> {
    return Promise.resolve(new Connection(this));
  }

  async beginTransaction(connection: Connection): Promise<void> {
    const end = await this.#turns.take();
    try {
      await patiently(() => this.#writer.prepare('begin immediate').run(), this.monotonic);
      connection.endTurn = end;
    } catch (error) {
      end();
      throw error;
    }
  }

  async commitTransaction(connection: Connection): Promise<void> {
    await patiently(() => this.#writer.prepare('commit').run(), this.monotonic);
    this.written.note(connection.statements);
    connection.leave();
  }

  rollbackTransaction(connection: Connection): Promise<void> {
    // A full disk has SQLite roll back by itself; there is nothing left to do then, and what went wrong is said by the first error.
    try {
      if (this.#writer.sqlite.inTransaction) this.#writer.prepare('rollback').run();
    } finally {
      connection.leave();
    }
    return Promise.resolve();
  }

  releaseConnection(connection: Connection): Promise<void> {
    connection.leave();
    return Promise.resolve();
  }

  destroy(): Promise<void> {
    this.#reader.sqlite.close();
    this.#writer.sqlite.close();
    return Promise.resolve();
  }

  async execute<R>({ sql, parameters }: CompiledQuery, connection: Connection): Promise<QueryResult<R>> {
    if (connection.endTurn !== null) {
      const statement = this.#writer.prepare(sql);
      if (!statement.readonly) connection.statements.add(sql);
      return run(statement, parameters);
    }
    const statement = this.#reader.prepare(sql);
    if (statement.readonly) return run(statement, parameters);
    const end = await this.#turns.take();
    try {
      return await patiently(() => run<R>(this.#writer.prepare(sql), parameters), this.monotonic);
    } finally {
      this.written.note([sql]);
      end();
    }
  }
}

/** What Kysely holds while it asks: nothing, until a transaction begins. */
class Connection implements DatabaseConnection {
  endTurn: (() => void) | null = null;
  /** What was written in the transaction. */
  readonly statements = new Set<string>();

  constructor(private readonly driver: TwoHandles) {}

  executeQuery<R>(query: CompiledQuery): Promise<QueryResult<R>> {
    return this.driver.execute(query, this);
  }

  // eslint-disable-next-line require-yield -- what is not there cannot be streamed
  async *streamQuery<R>(): AsyncIterableIterator<QueryResult<R>> {
    throw new Error('Rows are read in pages here, not in a stream.');
  }

  leave(): void {
    this.endTurn?.();
    this.endTurn = null;
    this.statements.clear();
  }
}

/**
 * Kysely's SQLite over two handles of one file, both open already.
 *
 * @param monotonic a time that never goes back, ms: how long something has waited
 */
export function twoHandles(
  writer: BetterSqlite3.Database,
  reader: BetterSqlite3.Database,
  monotonic: () => number,
): Dialect {
  const adapter = new SqliteAdapter();
  return {
    createAdapter: () => adapter,
    createDriver: () => new TwoHandles(writer, reader, monotonic, writtenIn(adapter)),
    createIntrospector: (db) => new SqliteIntrospector(db),
    createQueryCompiler: () => new SqliteQueryCompiler(),
  };
}
