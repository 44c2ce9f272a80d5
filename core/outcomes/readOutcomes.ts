import type { Id } from '../course/id';
import { LONGEST_CODE, type Outcome } from '../course/outcome';
import { RowReader, type RowFinding } from '../csv/rowReader';

/** An outcome as a file or a pasted list says it. */
export interface ReadOutcome {
  readonly code: string;
  readonly text: string;
}

const HEADS = { code: ['code', 'outcome'], text: ['text', 'description', 'title'] } as const;

const tidy = (cell: string) => cell.replace(/^\uFEFF/, '').trim();

/** Which column holds what; null where the first row is an outcome already. */
function columnsOf(first: readonly string[]): { code: number; text: number } | null {
  const names = first.map((cell) => tidy(cell).toLowerCase());
  const at = (of: readonly string[]) => names.findIndex((name) => of.includes(name));
  const code = at(HEADS.code);
  const text = at(HEADS.text);
  return code === -1 || text === -1 ? null : { code, text };
}

/** A line of one cell, such as "R1 Argues a position" or "R1: Argues a position". */
function split(cell: string): readonly [string, string] {
  const found = /^([^\s;,:]+?)[.)]?(?:[;,:]\s*|\s+)(.+)$/su.exec(cell);
  return found ? [found[1]!, found[2]!] : [cell, ''];
}

/**
 * Reads a list of outcomes from the rows of a file or of a pasted text: a code and what it says in two columns, in this order or under
 * the names of columns; or both in one, parted by a space or a colon. Empty rows are passed over. (docs/formats)
 *
 * @returns the outcomes, or what is wrong, line by line
 */
export function readOutcomes(
  table: readonly (readonly string[])[],
): { readonly outcomes: readonly ReadOutcome[] } | { readonly findings: readonly RowFinding[] } {
  const rows = table
    .map((cells, index) => ({ cells: cells.map(tidy), line: index + 1 }))
    .filter(({ cells }) => cells.some((cell) => cell !== ''));
  const columns = rows[0] === undefined ? null : columnsOf(rows[0].cells);
  const list = (columns === null ? rows : rows.slice(1)).map(({ cells, line }) => {
    if (columns !== null) return { cells: [cells[columns.code] ?? '', cells[columns.text] ?? ''], line };
    const filled = cells.filter((cell) => cell !== '');
    return {
      cells:
        filled.length === 1 ? [...split(filled[0]!)] : [cells[0] ?? '', cells.slice(1).join(', ').trim()],
      line,
    };
  });
  if (list.length === 0)
    return { findings: [{ line: 1, message: 'There is nothing in it. Write one outcome a line.' }] };
  const reader = new RowReader(['code', 'text'], list);
  const seen = new Map<string, number>();
  const outcomes = reader.rows.map((row) => {
    const code = reader.text(row, 'code');
    const text = reader.text(row, 'text');
    if (code === '') reader.wrong(row, 'The code is missing.');
    if (text === '') reader.wrong(row, 'What the outcome says is missing.');
    if (code.length > LONGEST_CODE)
      reader.wrong(
        row,
        `A code has at most ${LONGEST_CODE} characters, such as R1. Write the rest after it.`,
      );
    if (code.includes(';')) reader.wrong(row, 'A code has no semicolon in it.');
    if (text.length > 400) reader.wrong(row, 'What an outcome says has at most 400 characters.');
    const before = seen.get(code.toLowerCase());
    if (before !== undefined) reader.wrong(row, `The code ${code} stands in line ${before} already.`);
    seen.set(code.toLowerCase(), row.line);
    return { code, text };
  });
  return reader.findings.length > 0 ? { findings: reader.findings } : { outcomes };
}

/** A list with what was read: a code that is in it already gets the new text, others follow at its end. */
export function mergeOutcomes(
  there: readonly Outcome[],
  read: readonly ReadOutcome[],
  newId: () => Id,
): Outcome[] {
  const key = (code: string) => code.trim().toLowerCase();
  const texts = new Map(read.map((each) => [key(each.code), each]));
  const known = new Set(there.map(({ code }) => key(code)));
  return [
    ...there.map(({ id, code, text }) => ({ id, code, text: texts.get(key(code))?.text ?? text })),
    ...read.filter(({ code }) => !known.has(key(code))).map((each) => ({ id: newId(), ...each })),
  ];
}
