const CHUNK = 400;

/** Inserts many rows, so many at a time. */
export async function inChunks<T>(
  rows: readonly T[],
  insert: (some: T[]) => Promise<unknown>,
): Promise<void> {
  for (let at = 0; at < rows.length; at += CHUNK) await insert(rows.slice(at, at + CHUNK));
}
