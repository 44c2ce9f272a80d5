import type { CellValue } from '../../../../contract/cells';
import type { CellPlace, Then } from './moves';

/** A cell that is being typed into: whose it is and what stood there is known from when it was begun, whatever moves or changes meanwhile. */
export interface Editing {
  readonly place: CellPlace;
  readonly student: string;
  readonly item: string;
  /** What stood there. */
  readonly before: CellValue;
  /** What it begins with; null: what stands there. */
  readonly typed: string | null;
  readonly problem: string | null;
}

/** What can be done in the matrix beyond moving through it. */
export interface MatrixActions {
  /** Enter, or a double click: a cell entered by hand is edited, everything else is opened. */
  readonly open: (place: CellPlace) => void;
  /** Something was typed or F2 pressed where it can be edited; answers whether it can. */
  readonly edit: (place: CellPlace, typed: string | null) => boolean;
  /** Keeps what was typed and goes on to the cell beside; false where it cannot be kept so, and the field stays. */
  readonly commit: (editing: Editing, text: string, then: Then) => boolean;
  readonly cancel: () => void;
  readonly clear: (place: CellPlace) => void;
  readonly paste: (place: CellPlace, text: string) => void;
  readonly history: (place: CellPlace) => void;
}
