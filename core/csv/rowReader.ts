import { plainCell } from './csv';

/** What is wrong with a line of a file, counted from 1, and what would be right. */
export interface RowFinding {
  readonly line: number;
  readonly message: string;
}

/** One row of a file, with the line it stands on. */
export interface Row {
  readonly cells: readonly string[];
  /** Counted from 1. */
  readonly line: number;
}

/** Reads the cells of one file by the names of their columns, and gathers what is wrong with them. */
export class RowReader {
  readonly findings: RowFinding[] = [];
  readonly #at: ReadonlyMap<string, number>;

  /** @param head the names of the columns, in lower case */
  constructor(
    head: readonly string[],
    readonly rows: readonly Row[],
  ) {
    this.#at = new Map(head.map((name, index) => [name, index]));
  }

  /** What stands in a column; empty where the file does not have it. */
  text({ cells }: Row, column: string): string {
    return plainCell((cells[this.#at.get(column) ?? -1] ?? '').trim()).trim();
  }

  /** A text that has to be there, of so many characters at most. */
  named(row: Row, column: string, longest: number): string {
    const text = this.text(row, column);
    if (text === '') this.wrong(row, `Give the ${column} a name.`);
    if (text.length > longest) this.wrong(row, `The ${column} has at most ${longest} characters.`);
    return text;
  }

  /** Hundredths, 0 to a most; a comma is a point, and a percent sign may follow. */
  amount(row: Row, column: string, most: number): number {
    const text = this.text(row, column).replace(/\s*%$/, '').replace(',', '.');
    const read = /^\d{1,4}(\.\d{1,2})?$/.test(text) ? Math.round(Number(text) * 100) : most + 1;
    if (read <= most) return read;
    const verb = column.endsWith('s') ? 'are' : 'is';
    this.wrong(row, `The ${column} ${verb} a number from 0 to ${most / 100}, with at most two decimals.`);
    return 0;
  }

  wrong({ line }: Row, message: string): void {
    this.findings.push({ line, message });
  }
}
