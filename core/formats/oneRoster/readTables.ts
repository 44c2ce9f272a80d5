import { isDay } from '../../time/isDay';
import {
  headersOf,
  TABLE_NAMES,
  TABLES,
  type Field,
  type TableName,
  type TableRow,
  type Tables,
} from './tables';

/** Something wrong in a file, and what would be right. */
export interface FileFinding {
  readonly file: string;
  /** From 1; null: of the file as a whole. */
  readonly line: number | null;
  readonly column: string | null;
  readonly message: string;
}

function kindProblem(kind: NonNullable<Field['kind']>, text: string): string | null {
  switch (kind) {
    case 'date':
      return isDay(text) ? null : 'is not a day; write 2026-02-23.';
    case 'number':
      return /^-?\d+(\.\d+)?$/.test(text) ? null : 'is not a number; write 8.5.';
    case 'boolean':
      return text === 'true' || text === 'false' ? null : 'is neither true nor false.';
    case 'year':
      return /^\d{4}$/.test(text) ? null : 'is not a year; write 2026.';
    case 'empty':
      return 'stands where nothing may stand: passwords do not travel in files.';
  }
}

/** What is wrong with one cell; null for nothing. */
function cellProblem(field: Field, text: string): string | null {
  if (text === '') return field.required ? 'This cell may not be empty.' : null;
  if (field.values && !field.values.includes(text))
    return `“${text}” is not one of: ${field.values.join(', ')}.`;
  const problem = field.kind && kindProblem(field.kind, text);
  return problem ? `“${field.kind === 'empty' ? '…' : text.slice(0, 60)}” ${problem}` : null;
}

/** The rows of one file, by name; what is wrong with them is added to the findings. */
function readTable(
  table: TableName,
  cells: readonly (readonly string[])[],
  findings: FileFinding[],
): { readonly line: number; readonly row: TableRow }[] {
  const file = `${table}.csv`;
  const heads = (cells[0] ?? []).map((head) => head.trim());
  const missing = headersOf(table).filter((name) => !heads.includes(name));
  if (missing.length > 0) {
    const message = `The column ${missing.join(', ')} is missing. The first line is: ${headersOf(table).join(',')}`;
    findings.push({ file, line: 1, column: null, message });
    return [];
  }
  const doubled = headersOf(table).find((name) => heads.indexOf(name) !== heads.lastIndexOf(name));
  if (doubled) {
    findings.push({ file, line: 1, column: doubled, message: 'This column appears twice.' });
    return [];
  }
  const seen = new Map<string, number>();
  return cells.slice(1).flatMap((row, index) => {
    const line = index + 2;
    if (row.every((cell) => cell.trim() === '')) return [];
    const read = Object.fromEntries(
      TABLES[table].map(({ name }) => [name, (row[heads.indexOf(name)] ?? '').trim()]),
    );
    for (const field of TABLES[table]) {
      const message = cellProblem(field, read[field.name]!);
      if (message !== null) findings.push({ file, line, column: field.name, message });
    }
    const id = read.sourcedId!;
    const earlier = seen.get(id);
    if (id !== '' && earlier !== undefined)
      findings.push({
        file,
        line,
        column: 'sourcedId',
        message: `“${id}” stands in line ${earlier} already.`,
      });
    seen.set(id, line);
    return [{ line, row: read }];
  });
}

/** What the manifest says that cannot be read; a part that it calls absent is not looked for. */
function readManifest(
  cells: readonly (readonly string[])[] | undefined,
  findings: FileFinding[],
): ReadonlyMap<string, string> {
  const file = 'manifest.csv';
  if (!cells) {
    findings.push({
      file,
      line: null,
      column: null,
      message: 'The manifest is missing; it says which files belong together.',
    });
    return new Map();
  }
  const said = new Map(cells.map((row) => [row[0]?.trim() ?? '', row[1]?.trim() ?? '']));
  cells.forEach((row, index) => {
    const [name, value] = [row[0]?.trim() ?? '', row[1]?.trim() ?? ''];
    const at = { file, line: index + 1, column: 'value' };
    if (name === 'oneroster.version' && value !== '1.1')
      findings.push({ ...at, message: `Version ${value} is not read; Juror reads 1.1.` });
    if (!name.startsWith('file.')) return;
    if (value === 'delta')
      findings.push({ ...at, message: `${name} is a delta; Juror reads whole files (bulk).` });
    else if (value !== 'bulk' && value !== 'absent')
      findings.push({ ...at, message: `“${value}” is not one of: bulk, absent.` });
  });
  if (!said.has('oneroster.version'))
    findings.push({ file, line: null, column: null, message: 'oneroster.version is missing.' });
  return said;
}

function checkReferences(
  tables: Record<TableName, { readonly line: number; readonly row: TableRow }[]>,
  findings: FileFinding[],
): void {
  const ids = Object.fromEntries(
    TABLE_NAMES.map((name) => [name, new Set(tables[name].map(({ row }) => row.sourcedId!))]),
  ) as Record<TableName, Set<string>>;
  for (const name of TABLE_NAMES)
    for (const field of TABLES[name]) {
      if (!field.refers) continue;
      for (const { line, row } of tables[name]) {
        const text = row[field.name]!;
        const referred = text === '' ? [] : field.many ? text.split(',').map((each) => each.trim()) : [text];
        for (const id of referred.filter((each) => !ids[field.refers!].has(each)))
          findings.push({
            file: `${name}.csv`,
            line,
            column: field.name,
            message: `“${id}” stands nowhere in ${field.refers}.csv.`,
          });
      }
    }
}

/**
 * Reads the files of OneRoster CSV 1.1: every column is there, every cell holds what it may, every id stands once, and every reference leads
 * somewhere. With anything wrong the tables are not to be used.
 *
 * @param files cells by file name, the first row with the names of the columns; other files are not looked at
 */
export function readTables(files: ReadonlyMap<string, readonly (readonly string[])[]>): {
  readonly tables: Tables;
  readonly findings: readonly FileFinding[];
} {
  const findings: FileFinding[] = [];
  const manifest = readManifest(files.get('manifest.csv'), findings);
  const read = Object.fromEntries(TABLE_NAMES.map((name) => [name, []])) as unknown as Record<
    TableName,
    { line: number; row: TableRow }[]
  >;
  for (const name of TABLE_NAMES) {
    const cells = files.get(`${name}.csv`);
    if (cells && manifest.get(`file.${name}`) !== 'absent') read[name] = readTable(name, cells, findings);
    else if (manifest.get(`file.${name}`) === 'bulk')
      findings.push({
        file: `${name}.csv`,
        line: null,
        column: null,
        message: 'The manifest names this file, and it is missing.',
      });
  }
  checkReferences(read, findings);
  const tables = Object.fromEntries(
    TABLE_NAMES.map((name) => [name, read[name].map(({ row }) => row)]),
  ) as unknown as Tables;
  return { tables, findings };
}
