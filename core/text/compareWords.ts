import { diffArrays } from 'diff';

/** A stretch of words that two texts share, or that only one of them has. */
export interface Stretch {
  readonly kind: 'same' | 'added' | 'removed';
  readonly text: string;
}

/** With more words to change than these, two texts are taken as having nothing in common; it bounds the time taken. */
const FARTHEST = 1200;

/** Words, each with the white space behind it; a line break stands by itself. */
const wordsOf = (text: string): string[] => text.match(/\n|[^\s]+[^\S\n]*/g) ?? [];

/**
 * Two versions of a text, compared word by word: what was taken away stands before what came in its place.
 *
 * @param before plain text of the earlier version
 * @param after plain text of the later one
 * @example compareWords('The weir stays.', 'The weir goes.') // same 'The weir ', removed 'stays.', added 'goes.'
 */
export function compareWords(before: string, after: string): Stretch[] {
  const pieces = diffArrays(wordsOf(before), wordsOf(after), {
    comparator: (one, other) => one.trim() === other.trim(),
    maxEditLength: FARTHEST,
  });
  // Texts that share next to nothing stand one behind the other.
  if (pieces === undefined)
    return [
      { kind: 'removed', text: before },
      { kind: 'added', text: after },
    ];
  return pieces.map(({ value, added, removed }) => ({
    kind: added ? 'added' : removed ? 'removed' : 'same',
    text: value.join(''),
  }));
}

/** How far one text is from another. */
export interface Distance {
  /** Words of either that the other does not have in its place. */
  readonly words: number;
  /** The share of all words of both that are not shared, from 0 (the same) to 1 (nothing in common). */
  readonly share: number;
}

const bare = (text: string): string[] =>
  wordsOf(text)
    .map((word) => word.toLowerCase().replace(/[^\p{L}\p{N}]+/gu, ''))
    .filter((word) => word !== '');

/**
 * How far a later version of a text is from an earlier one, by its words in their order; capitals and punctuation make no
 * difference. (rules §4, evidence)
 *
 * @example distanceBetween('one two three four', 'one two three five').share // 0.25
 */
export function distanceBetween(before: string, after: string): Distance {
  const [one, other] = [bare(before), bare(after)];
  const all = one.length + other.length;
  if (all === 0) return { words: 0, share: 0 };
  const pieces = diffArrays(one, other, { maxEditLength: FARTHEST });
  if (pieces === undefined) return { words: all, share: 1 };
  let words = 0;
  for (const { added, removed, count } of pieces) if (added || removed) words += count;
  return { words, share: words / all };
}

/** How close two texts are: the share of all words of both that both have, in the same order, from 0 to 1. It is what {@link Distance} leaves. */
export const closenessOf = ({ share }: Distance): number => 1 - share;
