import type { Id } from '../course/id';
import type { Points } from '../course/points';
import { studentFinder, type NamedStudent, type RowOwner } from './gradebookTable';
import { readCell, type ReadCell } from './readCell';

/** A line of what was pasted, understood. */
export interface PastedLine {
  /** From 1. */
  readonly line: number;
  /** What stands for the score. */
  readonly text: string;
  /** What says whose it is; empty where only the order does. */
  readonly who: string;
  readonly student: Id | null;
  readonly value: Points | 'excused' | null | undefined;
  readonly problem:
    | NonNullable<ReadCell['problem']>
    | Extract<RowOwner, { problem: string }>['problem']
    | 'beyond'
    | 'twice'
    | 'aboveMaximum'
    | null;
}

/**
 * A column pasted from a spreadsheet, line by line. With one cell a line the scores go to the students in their order; with more, the first
 * says who is meant (student number, e-mail, or name) and the last is the score. A first line that is neither is the head of the column.
 * Empty cells leave what stands. The same student is taken once.
 *
 * @param students in the order in which the lines meet them
 * @param all everyone who can be named
 * @example readPasted('8.5\n9', students, students, 1000)
 */
export function readPasted(
  text: string,
  students: readonly NamedStudent[],
  all: readonly NamedStudent[],
  maximum: Points,
): PastedLine[] {
  const lines = text.replace(/(\r?\n)+$/, '').split(/\r?\n/);
  const rows = lines.map((line) => line.split('\t').map((cell) => cell.trim()));
  const named = rows.some((cells) => cells.length > 1);
  const decimalComma = !text.includes('.');
  const find = studentFinder(all);
  const read = (cells: readonly string[]) => readCell(cells.at(-1)!, maximum, decimalComma);
  const ownerOf = (cells: readonly string[], index: number): RowOwner | { problem: 'beyond' } => {
    if (named) return find({ number: cells[0]!, email: cells[0]!, name: cells[0]! });
    const student = students[index];
    return student ? { student: student.id } : { problem: 'beyond' };
  };
  const [first] = rows;
  const hasHead =
    rows.length > 1 &&
    read(first!).problem === 'notANumber' &&
    (!named || 'problem' in find({ number: first![0]!, email: first![0]!, name: first![0]! }));
  const seen = new Set<Id>();
  return rows.slice(hasHead ? 1 : 0).flatMap((cells, index): PastedLine[] => {
    const line = index + (hasHead ? 2 : 1);
    const score = cells.at(-1)!;
    if (score === '') return [];
    const owner = ownerOf(cells, index);
    const base = { line, text: score, who: named ? cells[0]! : '', value: undefined };
    if ('problem' in owner) return [{ ...base, student: null, problem: owner.problem }];
    const { student } = owner;
    if (seen.has(student)) return [{ ...base, student, problem: 'twice' }];
    seen.add(student);
    const { value, problem } = read(cells);
    if (problem !== undefined) return [{ ...base, student, problem }];
    if (typeof value === 'number' && value > maximum) return [{ ...base, student, problem: 'aboveMaximum' }];
    return [{ ...base, student, value, problem: null }];
  });
}
