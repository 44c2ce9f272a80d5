import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import BetterSqlite3 from 'better-sqlite3';
import ts from 'typescript';
import { describe, expect, it } from 'vitest';
import { migrate } from './migrate';

/** A column: whether nothing can stand in it, and whether it may be left out. */
interface Column {
  readonly isNullable: boolean;
  readonly hasDefault: boolean;
}
type Tables = Readonly<Record<string, Readonly<Record<string, Column>>>>;

const FOLDER = new URL('./tables/', import.meta.url).pathname;

/** The tables as the files of a folder declare them, each in one interface. */
function declared(): Tables {
  const interfaces = readdirSync(FOLDER).flatMap((name) => {
    const text = readFileSync(join(FOLDER, name), 'utf8');
    const source = ts.createSourceFile(name, text, ts.ScriptTarget.Latest, true);
    return source.statements.filter(ts.isInterfaceDeclaration);
  });
  const members = (of: ts.NodeArray<ts.TypeElement>) =>
    of.filter(ts.isPropertySignature).map((each) => [each.name.getText(), each.type!] as const);
  return Object.fromEntries(
    interfaces
      .flatMap((each) => members(each.members))
      .map(([table, type]) => {
        if (!ts.isTypeLiteralNode(type)) throw new Error(`${table} is not written out`);
        const columns = members(type.members).map(([column, of]): [string, Column] => {
          const text = of.getText();
          return [column, { isNullable: /\bnull\b/.test(text), hasDefault: text.startsWith('Generated<') }];
        });
        return [table, Object.fromEntries(columns)];
      }),
  );
}

/** The tables as the migrations make them, without those that SQLite or the migrations themselves keep. */
function migrated(): Tables {
  const sqlite = new BetterSqlite3(':memory:');
  migrate(sqlite);
  const all = sqlite
    .prepare(
      `SELECT m.name AS "table", c.name, c."notnull", c.dflt_value, c.pk, c.type
       FROM sqlite_master m JOIN pragma_table_xinfo(m.name) c
       WHERE m.type = 'table' AND m.sql NOT LIKE 'CREATE VIRTUAL%' AND m.name NOT LIKE 'sqlite%'
         AND m.name NOT LIKE 'post_search_%' AND m.name <> 'migration'`,
    )
    .all() as {
    table: string;
    name: string;
    notnull: 0 | 1;
    dflt_value: string | null;
    pk: number;
    type: string;
  }[];
  const tables: Record<string, Record<string, Column>> = {};
  for (const { table, name, notnull, dflt_value, pk, type } of all) {
    const isRowId = pk > 0 && type === 'INTEGER';
    (tables[table] ??= {})[name] = {
      isNullable: notnull === 0 && !isRowId,
      // Left out, nothing stands in it.
      hasDefault: dflt_value !== null || isRowId || notnull === 0,
    };
  }
  return tables;
}

describe('the tables as Kysely sees them', () => {
  const [types, tables] = [declared(), migrated()];
  it('are those the migrations make, column by column', () => {
    const columnsOf = (of: Tables) =>
      Object.entries(of).flatMap(([table, columns]) =>
        Object.keys(columns).map((each) => `${table}.${each}`),
      );
    expect(columnsOf(types).sort()).toEqual(columnsOf(tables).sort());
  });
  it('hold nothing where the tables may hold nothing, and have a default where a row may leave a column out', () => {
    for (const [table, columns] of Object.entries(types))
      for (const [column, type] of Object.entries(columns)) {
        const made = tables[table]?.[column];
        expect(type.isNullable, `${table}.${column} may be null`).toBe(made?.isNullable);
        // Who always says it may leave the default unused.
        if (type.hasDefault) expect(made?.hasDefault, `${table}.${column} has a default`).toBe(true);
      }
  });
});
