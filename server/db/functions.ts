import type BetterSqlite3 from 'better-sqlite3';
import { searchable } from '../../core/text/searchable';
import { criteriaByCodes, namedOutcomes } from '../../core/formats/oldCriteria';

/** Gives a connection the functions that the layout of the data calls by name. */
export function defineFunctions(sqlite: BetterSqlite3.Database): void {
  // Triggers call it: it only works a text out, and reaches nothing.
  sqlite.pragma('trusted_schema = ON');
  sqlite.function('named_outcomes', { deterministic: true }, (json: unknown) => namedOutcomes(String(json)));
  sqlite.function('criteria_by_codes', { deterministic: true }, (json: unknown, list: unknown) =>
    criteriaByCodes(String(json), String(list)),
  );
  sqlite.function('searchable', { deterministic: true }, (text: unknown) => searchable(String(text)));
}
