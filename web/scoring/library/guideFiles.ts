import type { RowFinding } from '../../../core/csv/rowReader';
import Papa from 'papaparse';
import { guideFile } from '../../../contract/guides';
import { criteriaByCodes } from '../../../core/formats/oldCriteria';
import { csvFile } from '../../../core/csv/csv';
import { guideRows, readGuideRows } from '../../../core/scoring/guideRows';
import type { Guide } from '../../../core/course/evaluation';
import { newId } from '../../data/newId';
import { saveFile } from '../../ui/saveFile';

/** Files above this are not read, characters. */
const LONGEST = 1_000_000;

const fileName = ({ title }: Guide) =>
  title.replace(/[^\p{L}\p{N}]+/gu, '-').replace(/^-|-$/g, '') || 'guide';

export function saveAsCsv(guide: Guide): void {
  saveFile(`${fileName(guide)}.csv`, 'text/csv', csvFile(guideRows(guide)));
}

export function saveAsJson(guide: Guide): void {
  const file = { juror: 'guide', version: 1, guide };
  saveFile(`${fileName(guide)}.json`, 'application/json', JSON.stringify(file, null, 2) + '\n');
}

/** A guide read from a CSV or JSON file, or what is wrong with it. */
export type ReadFile = { readonly guide: Guide } | { readonly findings: readonly RowFinding[] };

const wrong = (message: string, line = 1): ReadFile => ({ findings: [{ line, message }] });

function readJson(text: string): ReadFile {
  let value: unknown;
  try {
    value = JSON.parse(criteriaByCodes(text, '[]'));
  } catch {
    return wrong('The file starts like JSON but cannot be read as JSON.');
  }
  const read = guideFile.safeParse(value);
  if (read.success) return { guide: read.data.guide };
  return {
    findings: read.error.issues.map(({ path, message }) => ({
      line: 1,
      message: `${path.map(String).join(' › ') || 'The file'}: ${message}`,
    })),
  };
}

/**
 * Reads a rubric, a checklist or a scale from the text of a file, CSV (with commas, semicolons or tabs) or JSON.
 *
 * @param name the file's name; a CSV file has no other title
 */
export function readGuideFile(text: string, name: string): ReadFile {
  if (text.length > LONGEST) return wrong('The file is too long for a rubric: at most 1 MB.');
  if (
    text
      .replace(/^\uFEFF/, '')
      .trimStart()
      .startsWith('{')
  )
    return readJson(text.replace(/^\uFEFF/, ''));
  const { data } = Papa.parse<string[]>(text, { skipEmptyLines: true });
  return readGuideRows(data, name.replace(/\.\w+$/, '').slice(0, 120) || 'From a file', newId);
}
