import { useSyncExternalStore } from 'react';
import type { MatrixColumn } from './columns';
import type { CellPlace } from './moves';

/** Sizes of the matrix, px. */
export const ROW = 33;
export const GROUP_HEAD = 28;
export const ITEM_HEAD = 100;
export const HEAD = GROUP_HEAD + ITEM_HEAD;
const WIDTHS: Record<MatrixColumn['kind'], number> = { item: 112, sum: 104, total: 128 };

export const widthOf = (column: MatrixColumn): number => WIDTHS[column.kind];

/** The id of the element at a place. */
export const idOf = ({ row, column }: CellPlace): string => `cell-${row}-${column}`;

const narrow = '(max-width: 40rem)';

/** How wide the names of the students are; less where there is little room. */
export function useNameWidth(): number {
  const isNarrow = useSyncExternalStore(
    (listener) => {
      const query = matchMedia(narrow);
      query.addEventListener('change', listener);
      return () => query.removeEventListener('change', listener);
    },
    () => matchMedia(narrow).matches,
  );
  return isNarrow ? 148 : 236;
}

/** The place whose element, or something in it, this is; null for none. */
export function placeAt(target: EventTarget | null): CellPlace | null {
  const id = target instanceof Element ? target.closest('[id^="cell-"]')?.id : undefined;
  const [, row, column] = /^cell-(-?\d+)-(-?\d+)$/.exec(id ?? '') ?? [];
  return row === undefined ? null : { row: Number(row), column: Number(column) };
}
