/** A list with one row moved to another place. */
export function moved<T>(rows: readonly T[], from: number, to: number): T[] {
  const next = [...rows];
  next.splice(to, 0, ...next.splice(from, 1));
  return next;
}

/** A list with one row changed. */
export function changed<T>(rows: readonly T[], at: number, patch: Partial<T>): T[] {
  return rows.map((row, index) => (index === at ? { ...row, ...patch } : row));
}

/** A list with another row put in below one. */
export function withBelow<T>(rows: readonly T[], at: number, row: T): T[] {
  return [...rows.slice(0, at + 1), row, ...rows.slice(at + 1)];
}

/** A list without one row. */
export function without<T>(rows: readonly T[], at: number): T[] {
  return rows.filter((_, index) => index !== at);
}
