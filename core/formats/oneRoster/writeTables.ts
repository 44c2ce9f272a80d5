import { plainCsvFile } from '../../csv/csv';
import { headersOf, MANIFEST, TABLE_NAMES, TABLES, type Tables } from './tables';

/** All files by name, as CSV. Nothing in them is guarded against spreadsheets: other programs read them as they are. */
export function writeTables(tables: Tables): Map<string, string> {
  const files = new Map([['manifest.csv', plainCsvFile(MANIFEST)]]);
  for (const name of TABLE_NAMES) {
    const rows = tables[name].map((row) => TABLES[name].map((field) => row[field.name] ?? ''));
    files.set(`${name}.csv`, plainCsvFile([headersOf(name), ...rows]));
  }
  return files;
}
