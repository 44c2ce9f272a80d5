/** What comes of a cell of a file, against what stood when the file was written and what stands now. */
export type Merge = 'same' | 'stands' | 'change' | 'conflict';

/**
 * Three values of a cell brought together. `same`: the file says what stands. `stands`: the file was not touched here, and a newer score
 * stands. `change`: only the file changed it. `conflict`: both did, to different values; someone has to choose. (docs/rules §7)
 *
 * @param base what stood when the file was written
 */
export function mergeCell<T>(file: T, base: T, now: T): Merge {
  if (file === now) return 'same';
  if (file === base) return 'stands';
  return now === base ? 'change' : 'conflict';
}
