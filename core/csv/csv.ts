/** What a spreadsheet takes for the beginning of a formula, in full width and as a true minus too, after white space it ignores. */
const FORMULA = /^\s*[=+\-@\u2212\uFE62\uFE63\uFE66\uFE6B\uFF0B\uFF0D\uFF1D\uFF20]|^[\t\r\n]/u;
const SPECIAL = /[",\r\n]/;
const NUMBER = /^-?\d+(\.\d+)?$/;

/** A cell in quotes where it has to be. */
const quoted = (text: string): string => (SPECIAL.test(text) ? `"${text.replaceAll('"', '""')}"` : text);

/**
 * One cell of a CSV file by RFC 4180. Text that a spreadsheet would run as a formula gets a leading apostrophe, and so
 * does text that begins with one, so that {@link plainCell} gives back exactly what was written.
 *
 * @example csvCell('=1+1') // "'=1+1"
 */
export function csvCell(value: string): string {
  const guarded = (FORMULA.test(value) && !NUMBER.test(value)) || value.startsWith("'") ? `'${value}` : value;
  return quoted(guarded);
}

/** What a cell said before {@link csvCell} guarded it. */
export function plainCell(cell: string): string {
  return cell.startsWith("'") ? cell.slice(1) : cell;
}

/**
 * A CSV file by RFC 4180: rows end with CRLF, UTF-8.
 *
 * @example csvFile([['Family name', 'Points'], ['Vardanyan', '8.50']])
 */
export function csvFile(rows: readonly (readonly string[])[]): string {
  return rows.map((row) => row.map(csvCell).join(',') + '\r\n').join('');
}

/** The same for files that programs read and no spreadsheet opens: every cell as it is, nothing guarded. */
export function plainCsvFile(rows: readonly (readonly string[])[]): string {
  return rows.map((row) => row.map(quoted).join(',') + '\r\n').join('');
}
