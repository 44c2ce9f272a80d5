import type { ComparedText } from './comparedText';
import type { CutReason } from './cuts';
import type { Passage } from './passages';

/** Why some words are left out: because they are quoted, given to students, answered, or had by many. */
export type LeftOut = CutReason | 'common' | 'quoted';

/** A stretch of a text, for who looks at it beside another. */
export interface Marked {
  readonly text: string;
  /** The passage it belongs to, by its place in the list; null: to none. */
  readonly passage: number | null;
  /** Why it is not compared; null: it is. */
  readonly leftOut: LeftOut | null;
}

/**
 * A text with its passages marked, and what is left out. What stands between two words of one kind belongs to them; a word of two passages is
 * marked with the first.
 *
 * @param side which of the two texts of the passages it is
 * @param reasons why each word is left out; null: it is not
 * @example markedText(compared, passages, 'b', reasons)[0] // { text: 'The river', passage: 0, leftOut: null }
 */
export function markedText(
  { text, places, quoted }: ComparedText,
  passages: readonly Passage[],
  side: 'a' | 'b',
  reasons: readonly (CutReason | 'common' | null)[],
): Marked[] {
  const ofPassage: (number | null)[] = places.map(() => null);
  passages.forEach((passage, index) => {
    for (let at = passage[side]; at < passage[side] + passage.words; at++) ofPassage[at] ??= index;
  });
  const plain = { passage: null, leftOut: null };
  const out: Marked[] = [];
  let end = 0;
  const upTo = (at: number, marks: Omit<Marked, 'text'>) => {
    if (at <= end) return;
    const last = out.at(-1);
    const more = text.slice(end, at);
    end = at;
    if (last?.passage === marks.passage && last.leftOut === marks.leftOut)
      out[out.length - 1] = { ...last, text: last.text + more };
    else out.push({ text: more, ...marks });
  };
  const stretches = [
    ...places.map(([from, to], at) => ({
      ...{ from, to },
      passage: ofPassage[at]!,
      leftOut: ofPassage[at] === null ? (reasons[at] ?? null) : null,
    })),
    ...quoted.map(([from, to]) => ({ from, to, passage: null, leftOut: 'quoted' as const })),
  ].sort((one, other) => one.from - other.from);
  let before: Omit<Marked, 'text'> = plain;
  for (const { from, to, passage, leftOut } of stretches) {
    const marks = { passage, leftOut };
    const isSame = before.passage === passage && before.leftOut === leftOut;
    upTo(from, isSame ? marks : plain);
    upTo(to, marks);
    before = marks;
  }
  upTo(text.length, plain);
  return out;
}
