import type { CellChange, CellValue } from '../../../../contract/cells';
import type { GradebookCell, GradebookItem, GradebookRow } from '../../../../contract/gradebook';
import type { MatrixColumn } from './columns';
import type { CellPlace } from './moves';

/** What stands in a cell, as a change names it. */
export const valueIn = (cell: GradebookCell): CellValue =>
  cell.state === 'excused' ? 'excused' : (cell.points ?? null);

/** A place in the matrix by the student and the column that stand there; null in the heads and at the names. */
export interface CellName {
  readonly student: string | null;
  readonly column: string | null;
}

/** The rows and columns that are shown, as places in the matrix name them. */
export class MatrixCells {
  constructor(
    readonly rows: readonly GradebookRow[],
    readonly columns: readonly MatrixColumn[],
  ) {}

  /** The student of a place; null in the heads. */
  student({ row }: CellPlace): GradebookRow | null {
    return this.rows[row] ?? null;
  }

  /** The column of a place; null at the students' names. */
  column({ column }: CellPlace): MatrixColumn | null {
    return this.columns[column] ?? null;
  }

  /** The item of a place; null at names, sums and the total. */
  item(place: CellPlace): GradebookItem | null {
    const column = this.column(place);
    return column?.kind === 'item' ? column.item : null;
  }

  /** What stands at a place; null where there is no cell of a student and an item. */
  cell(place: CellPlace): GradebookCell | null {
    const column = this.column(place);
    return column?.kind === 'item' ? (this.student(place)?.cells[column.at] ?? null) : null;
  }

  /** Whether what stands at a place is entered by hand, and not on the Desk. */
  isByHand(place: CellPlace): boolean {
    return this.cell(place) !== null && this.item(place)!.forumId === null;
  }

  /** The cell at a place as a change of it names it, with what stands there now. */
  named(place: CellPlace): Omit<CellChange, 'after'> {
    return {
      item: this.item(place)!.id,
      student: this.student(place)!.student.id,
      before: valueIn(this.cell(place)!),
    };
  }

  /** A place by what stands there, so that it is found again when rows or columns have moved. */
  nameOf(place: CellPlace): CellName {
    return {
      student: this.student(place)?.student.id ?? null,
      column: this.column(place)?.key ?? null,
    };
  }

  /** Where something named stands now; null where it is not shown, or nothing is named. */
  at(name: CellName | null): CellPlace | null {
    if (name === null || (name.student === null && name.column === null)) return null;
    const row = this.rows.findIndex(({ student }) => student.id === name.student);
    const column = this.columns.findIndex(({ key }) => key === name.column);
    const isThere = (row >= 0 || name.student === null) && (column >= 0 || name.column === null);
    return isThere ? { row, column } : null;
  }

  /** The nearest place there is; heads and names, at −1, are places too. */
  within({ row, column }: CellPlace): CellPlace {
    return {
      row: Math.max(-1, Math.min(this.rows.length - 1, row)),
      column: Math.max(-1, Math.min(this.columns.length - 1, column)),
    };
  }

  /** Where one begins: at the column of a forum or an item that is named, else at the first. */
  first(wanted: string | null): CellPlace {
    const column = this.columns.findIndex(
      (each) =>
        wanted !== null && each.kind === 'item' && (each.item.forumId === wanted || each.item.id === wanted),
    );
    return { row: 0, column: Math.max(0, column) };
  }
}

/** What a cell comes to when it is excused, or no more: then what was given before stands again. */
export const excusedOrBack = (cell: GradebookCell): CellValue =>
  cell.state === 'excused' ? (cell.points ?? null) : 'excused';
