import { get, set } from 'react-hook-form';
import type { z } from 'zod';

/** What could not be read of a form, by the field's path. */
export type FormProblems = Readonly<Partial<Record<string, string>>>;

const isList = (value: unknown): value is unknown[] => Array.isArray(value);

/** The innermost row of a list that a path lies in; null where it lies in none. */
function rowAround(form: object, path: readonly PropertyKey[]): { list: string; row: number } | null {
  for (let length = path.length - 1; length > 0; length--) {
    const list = path.slice(0, length).join('.');
    const row = path[length];
    if (typeof row === 'number' && isList(get(form, list))) return { list, row };
  }
  return null;
}

/** Puts what stands at a path back as it was; where it is as it was, and still not right, what stands around it. */
function putBack(form: object, base: object, path: readonly PropertyKey[]): void {
  for (let length = path.length; length > 0; length--) {
    const name = path.slice(0, length).join('.');
    const before: unknown = get(base, name);
    // What is typed is text, numbers of rows, and marks: equal where it is written alike.
    if (before === undefined || JSON.stringify(before) === JSON.stringify(get(form, name))) continue;
    set(form, name, before);
    return;
  }
}

/**
 * What a form means while it is typed. A field that cannot be read is named in `problems`, and stands as the form began; a row of a list
 * that was not there then is left out for as long.
 *
 * @param codec reads the form
 * @param typed what is typed
 * @param base what the form began with, as it was typed then
 */
export function readForm<In extends object, Out>(
  codec: z.ZodType<Out, In>,
  typed: In,
  base: In,
): { value: Out; problems: FormProblems } {
  const problems: Partial<Record<string, string>> = {};
  let form = typed;
  // Bounds that no single field can see are looked at once every field can be read; after that only the base is left to stand.
  for (let round = 0; round < 3; round++) {
    const read = codec.safeDecode(form);
    if (read.success) return { value: read.data, problems };
    const mended = structuredClone(form);
    const dropped = new Map<string, Set<number>>();
    for (const { path, message } of read.error.issues) {
      const name = path.join('.');
      problems[name] ??= message;
      const row = get(base, name) === undefined ? rowAround(form, path) : null;
      if (row === null) putBack(mended, base, path);
      else dropped.set(row.list, (dropped.get(row.list) ?? new Set()).add(row.row));
    }
    for (const [list, rows] of dropped)
      set(
        mended,
        list,
        (get(mended, list) as unknown[]).filter((_, index) => !rows.has(index)),
      );
    form = mended;
  }
  return { value: codec.decode(base), problems };
}
