/** A place in the matrix; row −1 is the head of the columns, column −1 the student. */
export interface CellPlace {
  readonly row: number;
  readonly column: number;
}

/** How large the matrix is, and how many rows a page of it shows. */
export interface Extent {
  readonly rows: number;
  readonly columns: number;
  readonly page: number;
}

/** Where to go once a cell is kept. */
export type Then = 'down' | 'up' | 'right' | 'left' | 'stay';

/** The cell beside. */
export function beside({ row, column }: CellPlace, then: Then): CellPlace {
  const rows = { down: 1, up: -1, right: 0, left: 0, stay: 0 };
  const columns = { down: 0, up: 0, right: 1, left: -1, stay: 0 };
  return { row: row + rows[then], column: column + columns[then] };
}

/** Where a key leads from a place, held within the matrix; null where the key leads nowhere. */
export function placeAfter(
  place: CellPlace,
  { key, ctrl }: { readonly key: string; readonly ctrl: boolean },
  { rows, columns, page }: Extent,
): CellPlace | null {
  const { row, column } = place;
  const within = (next: CellPlace): CellPlace => ({
    row: Math.max(-1, Math.min(rows - 1, next.row)),
    column: Math.max(-1, Math.min(columns - 1, next.column)),
  });
  switch (key) {
    case 'ArrowUp':
      return within({ row: ctrl ? 0 : row - 1, column });
    case 'ArrowDown':
      return within({ row: ctrl ? rows - 1 : row + 1, column });
    case 'ArrowLeft':
      return within({ row, column: ctrl ? -1 : column - 1 });
    case 'ArrowRight':
      return within({ row, column: ctrl ? columns - 1 : column + 1 });
    case 'Home':
      return within({ row: ctrl ? 0 : row, column: ctrl ? -1 : 0 });
    case 'End':
      return within({ row: ctrl ? rows - 1 : row, column: columns - 1 });
    case 'PageUp':
      return within({ row: Math.max(0, row - page), column });
    case 'PageDown':
      return within({ row: row + page, column });
    default:
      return null;
  }
}
