import { RowReader, type RowFinding } from '../csv/rowReader';
import type { Guide } from '../course/evaluation';
import { guideRule, guideRules } from './guide';

/** A guide as the rows of a CSV file, the first with the names of the columns. (docs/formats) */
export function guideRows(guide: Guide): string[][] {
  const { columns, rows } = guideRule(guide);
  return [[...columns], ...rows(guide)];
}

/** "criterion, level and points" */
const listed = (words: readonly string[]) => `${words.slice(0, -1).join(', ')} and ${words.at(-1)}`;

/**
 * Reads a guide from the rows of a file. Columns may stand in any order, and descriptions may be left out; what kind it is follows from
 * their names. Of a rubric, a row with an empty criterion belongs to the one above.
 *
 * @param table the file's rows, the first with the names of the columns
 * @param newId makes an id for each criterion, level and item
 * @returns the guide, or what is wrong, line by line
 */
export function readGuideRows(
  table: readonly (readonly string[])[],
  title: string,
  newId: () => string,
): { readonly guide: Guide } | { readonly findings: readonly RowFinding[] } {
  const [first = [], ...rest] = table.filter((row) => row.some((cell) => cell.trim() !== ''));
  const head = first.map((cell) =>
    cell
      .replace(/^\uFEFF/, '')
      .trim()
      .toLowerCase(),
  );
  const wrong = (line: number, message: string) => ({ findings: [{ line, message }] });
  const rule = guideRules.find(({ needed }) => needed.every((column) => head.includes(column)));
  if (rule === undefined) {
    const kinds = guideRules.map(({ name, needed }) => `${listed(needed)} for a ${name}`);
    return wrong(1, `The first line names the columns: ${kinds.join('; ')}.`);
  }
  const doubled = head.find((name, index) => name !== '' && head.indexOf(name) !== index);
  if (doubled !== undefined) return wrong(1, `The column "${doubled}" appears twice; keep one.`);
  if (rest.length === 0) return wrong(2, 'There is nothing below the names of the columns.');
  const reader = new RowReader(
    head,
    rest.map((cells, index) => ({ cells, line: index + 2 })),
  );
  const guide: Guide = { title, ...rule.read(reader, newId) };
  return reader.findings.length > 0 ? { findings: reader.findings } : { guide };
}
