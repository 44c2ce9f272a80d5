import type { CourseFile } from '../../contract/courseFile';

/** A list in the file of a course. */
export type Part = Exclude<keyof CourseFile, 'juror' | 'version' | 'exportedAt' | 'course'>;
/** One row of it. */
export type RowOf<P extends Part> = CourseFile[P][number];

export const json = <T>(text: string) => JSON.parse(text) as T;
export const jsonOrNull = <T>(text: string | null) => (text === null ? null : json<T>(text));

/** Rows by what they belong to, in their order. */
export const byKey = <T, K>(rows: readonly T[], key: (row: T) => K): Map<K, T[]> => {
  const found = new Map<K, T[]>();
  for (const row of rows) {
    const at = key(row);
    const list = found.get(at);
    if (list) list.push(row);
    else found.set(at, [row]);
  }
  return found;
};
