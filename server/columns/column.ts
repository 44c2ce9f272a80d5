import type { CellInState } from '../../core/gradebook/cellOf';

/** A cell with what the gradebook shows beside the points. */
export interface ColumnCell extends CellInState {
  /** A remark goes with the score. */
  readonly remarked: boolean;
}

/** The cells of an item, by student. */
export type Column = ReadonlyMap<string, ColumnCell>;

/** All that a column depends on, but for the clock. */
export interface Basis {
  readonly rules: string;
  /** The number of the last change of a post in the forum that feeds it. */
  readonly posts: number;
  /** How often scores of the item have changed. */
  readonly scores: number;
}

/** A column as it was worked out: it stands while its basis does, and while the clock turns nothing in it. */
export interface WorkedOut extends Basis {
  readonly from: number;
  readonly until: number;
  readonly column: Column;
}
