/** What a statement does to which table: 'delete session'. */
type Kind = `${'insert' | 'update' | 'delete'} ${string}`;

const WRITES = /^(insert|update|delete)(?: or \w+)?(?: into| from)? "(\w+)"/;

/** Counts what was written in a data file, so that what is kept in memory of it is let go when it has changed. */
export class Written {
  readonly #counts = new Map<string, number>();

  /** Takes note of statements that were committed, or may have been. */
  note(statements: Iterable<string>): void {
    for (const sql of statements) {
      const found = WRITES.exec(sql);
      if (!found) continue;
      const kind = `${found[1]} ${found[2]}`;
      this.#counts.set(kind, (this.#counts.get(kind) ?? 0) + 1);
    }
  }

  /** A number that is another one after any of these was done. */
  countOf(kinds: readonly Kind[]): number {
    return kinds.reduce((sum, kind) => sum + (this.#counts.get(kind) ?? 0), 0);
  }
}

/** By what a database and its transactions have in common. */
const all = new WeakMap<object, Written>();

/** What was written through a database and its transactions since it was opened; what other programs wrote is not in it. */
export function writtenIn(adapter: object): Written {
  const known = all.get(adapter) ?? new Written();
  all.set(adapter, known);
  return known;
}
