import { runStarts, SHORTEST, type Compared, type Words } from './passages';
import { hashOfRun } from './vocabulary';

/** Words that make a fingerprint, and how many of these stand side by side while one of them is chosen. (rules §12) */
const WORDS = 6;
const WINDOW = SHORTEST - WORDS + 1;

/** The fingerprint that every text has which has the eight words from a place on: of their three runs of six words the least. */
export function fingerprintAt(words: Words, from: number): number {
  let least = Infinity;
  for (let at = from; at < from + WINDOW; at++) least = Math.min(least, hashOfRun(words, at, WORDS));
  return least;
}

/**
 * The fingerprints of a text by winnowing (Schleimer, Wilkerson and Aiken 2003): of every three runs of six words side by side the least.
 * Two texts that have a passage of eight words in common have a fingerprint in common, for 6 + 3 − 1 = 8; of those that have one, few have
 * no passage. Words that are cut, and quotations, part runs here as they do there. (rules §12)
 */
export function fingerprintsOf(text: Compared): ReadonlySet<number> {
  const { words } = text;
  const hashes = Uint32Array.from({ length: Math.max(0, words.length - WORDS + 1) }, (_, at) =>
    hashOfRun(words, at, WORDS),
  );
  const chosen = new Set<number>();
  for (const from of runStarts(text)) {
    let least = hashes[from]!;
    for (let at = from + 1; at < from + WINDOW; at++) least = Math.min(least, hashes[at]!);
    chosen.add(least);
  }
  return chosen;
}
