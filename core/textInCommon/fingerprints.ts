import { SHORTEST, type Compared } from './passages';

/** Words that make a fingerprint, and how many of these stand side by side while one of them is chosen. (rules §12) */
const WORDS = 5;
const WINDOW = SHORTEST - WORDS + 1;

/** A number for a word that is the same wherever it is worked out (FNV-1a, 32 bits). */
export function hashOf(word: string): number {
  let hash = 0x811c9dc5;
  for (let at = 0; at < word.length; at++) {
    hash ^= word.charCodeAt(at);
    hash = Math.imul(hash, 0x01000193);
  }
  return hash >>> 0;
}

/** The number of some words one after the other. */
function hashOfRun(hashes: Uint32Array, from: number): number {
  let hash = 0x9e3779b9;
  for (let at = from; at < from + WORDS; at++)
    hash = Math.imul(hash ^ hashes[at]!, 0x85ebca6b) ^ (hash >>> 15);
  return hash >>> 0;
}

/**
 * The fingerprints of a text by winnowing (Schleimer, Wilkerson and Aiken 2003): of every four runs of five words side by side the least.
 * Two texts that have a passage of eight words in common have a fingerprint in common, for 5 + 4 − 1 = 8; of those that have one, few have
 * no passage. Words that are cut, and quotations, part runs here as they do there. (rules §12)
 */
export function fingerprintsOf(text: Compared): ReadonlySet<number> {
  const { words, breaks, cut } = text;
  const hashes = Uint32Array.from(words, hashOf);
  const chosen = new Set<number>();
  let window: number[] = [];
  let length = 0;
  for (let at = 0; at < words.length; at++) {
    if (cut?.[at] === true || breaks.has(at)) {
      window = [];
      length = cut?.[at] === true ? 0 : 1;
      continue;
    }
    length++;
    if (length < WORDS) continue;
    window.push(hashOfRun(hashes, at - WORDS + 1));
    if (window.length > WINDOW) window.shift();
    if (window.length === WINDOW) chosen.add(Math.min(...window));
  }
  return chosen;
}

/** Texts by their fingerprints, to find those that may have a passage in common with another. */
export class FingerprintIndex<Key> {
  readonly #by = new Map<number, Key[]>();

  add(key: Key, fingerprints: ReadonlySet<number>): void {
    for (const each of fingerprints) {
      const keys = this.#by.get(each);
      if (keys) keys.push(key);
      else this.#by.set(each, [key]);
    }
  }

  /** Those that share a fingerprint; each once. */
  mayShareWith(fingerprints: ReadonlySet<number>): ReadonlySet<Key> {
    const found = new Set<Key>();
    for (const each of fingerprints) for (const key of this.#by.get(each) ?? []) found.add(key);
    return found;
  }
}
