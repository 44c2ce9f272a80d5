import type { ComparedText } from './comparedText';

/** So many equal words one after the other are a passage. (rules §12) */
export const SHORTEST = 8;

/** A run of words that two texts have in common: where it begins in each, and how many words it has. */
export interface Passage {
  readonly a: number;
  readonly b: number;
  readonly words: number;
}

/** The words of a text, and which of them are cut. */
export type Compared = Pick<ComparedText, 'words' | 'breaks'> & {
  /** Whether each word is left out of what is compared; absent: none is. */
  readonly cut?: readonly boolean[];
};

const isCut = ({ cut }: Compared, at: number): boolean => cut?.[at] === true;

/** Whether a run may go on from the word before to this one. */
const goesOn = (text: Compared, at: number): boolean =>
  at < text.words.length && !isCut(text, at) && !text.breaks.has(at);

/** The places at which eight words one after the other begin that are neither cut nor parted, by what they say. */
export function runsOf(text: Compared): ReadonlyMap<string, readonly number[]> {
  const found = new Map<string, number[]>();
  let length = 0;
  for (let at = 0; at < text.words.length; at++) {
    length = isCut(text, at) ? 0 : text.breaks.has(at) ? 1 : length + 1;
    if (length < SHORTEST) continue;
    const from = at - SHORTEST + 1;
    const key = text.words.slice(from, at + 1).join(' ');
    const places = found.get(key);
    if (places) places.push(from);
    else found.set(key, [from]);
  }
  return found;
}

/**
 * Every maximal run of at least eight equal words that two texts have, neither cut nor parted in either. (rules §12)
 *
 * @param runs those of `a`, where they are at hand
 * @returns in the order of `b`, then of `a`
 */
export function passagesBetween(a: Compared, b: Compared, runs = runsOf(a)): Passage[] {
  const found: Passage[] = [];
  for (const [key, inB] of runsOf(b)) {
    const inA = runs.get(key);
    if (!inA) continue;
    for (const j of inB)
      for (const i of inA) {
        const continues =
          i > 0 &&
          j > 0 &&
          a.words[i - 1] === b.words[j - 1] &&
          !isCut(a, i - 1) &&
          !isCut(b, j - 1) &&
          !a.breaks.has(i) &&
          !b.breaks.has(j);
        if (continues) continue;
        let words = SHORTEST;
        while (goesOn(a, i + words) && goesOn(b, j + words) && a.words[i + words] === b.words[j + words])
          words++;
        found.push({ a: i, b: j, words });
      }
  }
  return found.sort((one, other) => one.b - other.b || one.a - other.a);
}

/** Which words of a text stand in a run of eight that also stands in one of the sources. (rules §12) */
export function cutBy(
  text: Pick<Compared, 'words' | 'breaks'>,
  isSource: (run: string) => boolean,
): boolean[] {
  const cut = text.words.map(() => false);
  for (const [run, places] of runsOf(text))
    if (isSource(run)) for (const from of places) cut.fill(true, from, from + SHORTEST);
  return cut;
}

/**
 * How much of a text stands in another: words covered by their passages, each once, over its words outside quotations. (rules §12)
 *
 * @param side whether the text is `a` or `b` of the passages
 * @returns from 0 to 1; 0 for a text without words
 */
export function shareOf(passages: readonly Passage[], side: 'a' | 'b', words: number): number {
  if (words === 0) return 0;
  const covered = new Set<number>();
  for (const passage of passages) for (let at = 0; at < passage.words; at++) covered.add(passage[side] + at);
  return covered.size / words;
}
