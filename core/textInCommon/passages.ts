import type { ComparedText } from './comparedText';

/** So many equal words one after the other are a passage. (rules §12) */
export const SHORTEST = 8;

/** A run of words that two texts have in common: where it begins in each, and how many words it has. */
export interface Passage {
  readonly a: number;
  readonly b: number;
  readonly words: number;
}

/** The numbers that words have in a vocabulary: equal words have the same. */
export type Words = Uint32Array;

/** The words of a text, and which of them are cut. */
export type Compared = Pick<ComparedText, 'breaks'> & {
  readonly words: Words;
  /** 1 for each word that is left out of what is compared, else 0; absent: none is. */
  readonly cut?: Uint8Array;
};

const isCut = ({ cut }: Compared, at: number): boolean => cut?.[at] === 1;

/** Whether a run may go on from the word before to this one. */
const goesOn = (text: Compared, at: number): boolean =>
  at < text.words.length && !isCut(text, at) && !text.breaks.has(at);

/** Where runs of so many words begin that are neither cut nor parted. */
export function runStarts(text: Compared, of = SHORTEST): number[] {
  const starts: number[] = [];
  let length = 0;
  for (let at = 0; at < text.words.length; at++) {
    length = isCut(text, at) ? 0 : text.breaks.has(at) ? 1 : length + 1;
    if (length >= of) starts.push(at - of + 1);
  }
  return starts;
}

/** What a run says: equal for equal runs, and for no others. */
export const runAt = (words: Words, from: number): string => words.slice(from, from + SHORTEST).join(' ');

/** Whether eight words of one text, from a place on, are those of another. */
export function isSameRun(one: Words, at: number, other: Words, from: number): boolean {
  for (let word = 0; word < SHORTEST; word++) if (one[at + word] !== other[from + word]) return false;
  return true;
}

/** The places at which eight words one after the other begin that are neither cut nor parted, by what they say. */
function runsOf(text: Compared): ReadonlyMap<string, readonly number[]> {
  const found = new Map<string, number[]>();
  for (const from of runStarts(text)) {
    const run = runAt(text.words, from);
    const places = found.get(run);
    if (places) places.push(from);
    else found.set(run, [from]);
  }
  return found;
}

/**
 * Every maximal run of at least eight equal words that two texts have, neither cut nor parted in either. (rules §12)
 *
 * @returns in the order of `b`, then of `a`
 */
export function passagesBetween(a: Compared, b: Compared): Passage[] {
  const found: Passage[] = [];
  const runs = runsOf(a);
  for (const [run, inB] of runsOf(b)) {
    const inA = runs.get(run);
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

/** Which words of a text stand in a run of eight that also stands in a source: it is asked of each run by where it begins. (rules §12) */
export function cutBy(text: Compared, isInSource: (from: number) => boolean): Uint8Array {
  const cut = new Uint8Array(text.words.length);
  for (const from of runStarts(text)) if (isInSource(from)) cut.fill(1, from, from + SHORTEST);
  return cut;
}

/**
 * Where some words begin in a text, one after the other and not parted; -1: nowhere. Cut or not makes no difference.
 *
 * @param since the first place that is looked at
 */
export function findWords({ words, breaks }: Compared, looked: Words, since = 0): number {
  const [first] = looked;
  for (let from = since; from + looked.length <= words.length; from++) {
    if (words[from] !== first) continue;
    let at = 1;
    while (at < looked.length && words[from + at] === looked[at] && !breaks.has(from + at)) at++;
    if (at >= looked.length) return from;
  }
  return -1;
}

/**
 * How much of a text stands in another: words covered by their passages, each once, over its words outside quotations. (rules §12)
 *
 * @param side whether the text is `a` or `b` of the passages
 * @returns from 0 to 1; 0 for a text without words
 */
export function shareOf(passages: readonly Passage[], side: 'a' | 'b', words: number): number {
  return words === 0 ? 0 : coveredBy(passages, side).size / words;
}

/** The words of a text that stand in passages, each once. */
export function coveredBy(passages: readonly Passage[], side: 'a' | 'b'): Set<number> {
  const covered = new Set<number>();
  for (const passage of passages) for (let at = 0; at < passage.words; at++) covered.add(passage[side] + at);
  return covered;
}
