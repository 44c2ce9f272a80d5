import type { Basis, ChecklistItem, Criterion, CriterionLevel, ScaleLevel } from '../course/evaluation';
import type { SlotKind } from '../course/slotKind';
import type { Guide } from '../scoring/guide';
import { plainCell } from './csv';

/** The columns of a guide's file, by kind; the kind is known by them. (docs/formats) */
export const GUIDE_COLUMNS = {
  rubric: ['criterion', 'description', 'outcome', 'looks at', 'level', 'level description', 'points'],
  checklist: ['item', 'points', 'required post'],
  levels: ['level', 'description', 'share'],
} as const satisfies Record<Guide['kind'], readonly string[]>;

const LOOKS: readonly [Basis, string][] = [
  ['whole', 'everything'],
  ['initial', 'initial post'],
  ['replies', 'replies'],
];
const SLOT = /^(initial|attachment|reply|post) ([1-9]\d?|100)$/;
const number = (hundredths: number) => (hundredths / 100).toFixed(2);

/**
 * A guide as the rows of a CSV file, the first with the names of the columns: a rubric one row a level, a checklist one an item, a scale
 * one a level.
 */
export function guideRows(guide: Guide): string[][] {
  const head = [...GUIDE_COLUMNS[guide.kind]];
  if (guide.kind === 'checklist')
    return [
      head,
      ...guide.items.map(({ title, points, slot }) => [
        title,
        number(points),
        slot === null ? '' : `${slot.kind} ${slot.number}`,
      ]),
    ];
  if (guide.kind === 'levels')
    return [
      head,
      ...guide.levels.map(({ title, description, share }) => [title, description, number(share)]),
    ];
  return [
    head,
    ...guide.criteria.flatMap(({ title, description, outcome, basis, levels }) =>
      levels.map((level) => [
        title,
        description,
        outcome,
        LOOKS.find(([each]) => each === basis)![1],
        level.title,
        level.description,
        number(level.points),
      ]),
    ),
  ];
}

/** What is wrong with a line of a file, counted from 1, and what would be right. */
export interface RowFinding {
  readonly line: number;
  readonly message: string;
}

/** Reads the cells of one file by the names of their columns, and gathers what is wrong. */
class Rows {
  readonly findings: RowFinding[] = [];
  readonly #at: ReadonlyMap<string, number>;

  constructor(head: readonly string[]) {
    this.#at = new Map(head.map((name, index) => [name, index]));
  }

  text(row: readonly string[], column: string): string {
    return plainCell((row[this.#at.get(column) ?? -1] ?? '').trim()).trim();
  }

  named(row: readonly string[], column: string, line: number, longest: number): string {
    const text = this.text(row, column);
    if (text === '') this.wrong(line, `Give the ${column} a name.`);
    if (text.length > longest) this.wrong(line, `The ${column} has at most ${longest} characters.`);
    return text;
  }

  /** Hundredths; a comma is a point. */
  amount(row: readonly string[], column: string, line: number, most: number): number {
    const text = this.text(row, column).replace(/\s*%$/, '').replace(',', '.');
    const read = /^\d{1,4}(\.\d{1,2})?$/.test(text) ? Math.round(Number(text) * 100) : most + 1;
    if (read <= most) return read;
    this.wrong(
      line,
      `The ${column} are a number from 0 to ${most / 100}, with at most two decimals.`.replace(
        'share are',
        'share is',
      ),
    );
    return 0;
  }

  wrong(line: number, message: string): void {
    this.findings.push({ line, message });
  }
}

function readRubric(
  rows: Rows,
  body: readonly (readonly string[])[],
  newId: () => string,
): readonly Criterion[] {
  const criteria: (Omit<Criterion, 'levels'> & { levels: CriterionLevel[] })[] = [];
  body.forEach((row, index) => {
    const line = index + 2;
    const title = rows.text(row, 'criterion');
    const last = criteria.at(-1);
    if (!last || (title !== '' && title !== last.title)) {
      const looks = rows.text(row, 'looks at').toLowerCase();
      const basis = looks === '' ? 'whole' : LOOKS.find(([, words]) => words === looks)?.[0];
      if (basis === undefined)
        rows.wrong(line, 'It looks at "everything", at the "initial post" or at "replies".');
      criteria.push({
        id: newId(),
        title: rows.named(row, 'criterion', line, 120),
        description: rows.text(row, 'description'),
        outcome: rows.text(row, 'outcome'),
        basis: basis ?? 'whole',
        levels: [],
      });
    }
    criteria.at(-1)!.levels.push({
      id: newId(),
      title: rows.named(row, 'level', line, 60),
      description: rows.text(row, 'level description'),
      points: rows.amount(row, 'points', line, 100_000),
    });
  });
  return criteria;
}

function readChecklist(rows: Rows, body: readonly (readonly string[])[], newId: () => string) {
  return body.map((row, index): ChecklistItem => {
    const line = index + 2;
    const typed = rows.text(row, 'required post').toLowerCase();
    const slot = SLOT.exec(typed);
    if (typed !== '' && !slot)
      rows.wrong(line, 'A required post is written as "initial 1", "attachment 1", "reply 2" or "post 3".');
    return {
      id: newId(),
      title: rows.named(row, 'item', line, 200),
      points: rows.amount(row, 'points', line, 100_000),
      slot: slot ? { kind: slot[1] as SlotKind, number: Number(slot[2]) } : null,
    };
  });
}

function readScale(rows: Rows, body: readonly (readonly string[])[], newId: () => string) {
  return body.map((row, index): ScaleLevel => ({
    id: newId(),
    title: rows.named(row, 'level', index + 2, 60),
    description: rows.text(row, 'description'),
    share: rows.amount(row, 'share', index + 2, 10_000),
  }));
}

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
  const has = (...columns: string[]) => columns.every((column) => head.includes(column));
  const kind = has('criterion', 'level', 'points')
    ? 'rubric'
    : has('item', 'points')
      ? 'checklist'
      : has('level', 'share')
        ? 'levels'
        : null;
  if (kind === null)
    return {
      findings: [
        {
          line: 1,
          message:
            'The first line names the columns: criterion, level and points for a rubric; item and points for a checklist; level and share for a scale.',
        },
      ],
    };
  const doubled = head.find((name, index) => name !== '' && head.indexOf(name) !== index);
  if (doubled !== undefined)
    return { findings: [{ line: 1, message: `The column "${doubled}" stands there twice; keep one.` }] };
  if (rest.length === 0)
    return { findings: [{ line: 2, message: 'There is nothing below the names of the columns.' }] };
  const rows = new Rows(head);
  const guide: Guide =
    kind === 'rubric'
      ? { title, kind, criteria: readRubric(rows, rest, newId), anyNumber: false }
      : kind === 'checklist'
        ? { title, kind, items: readChecklist(rows, rest, newId) }
        : { title, kind, levels: readScale(rows, rest, newId) };
  return rows.findings.length > 0 ? { findings: rows.findings } : { guide };
}
