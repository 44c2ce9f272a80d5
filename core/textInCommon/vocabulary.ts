import type { Words } from './passages';

/** Numbers for words, so that many texts take little room: equal words have one number. */
export class Vocabulary {
  readonly #numbers = new Map<string, number>();
  #next = 0;

  /** @param masked words that are equal to nothing, wherever they stand: each time it is another number */
  numbersOf(words: readonly string[], masked?: ReadonlySet<string>): Uint32Array {
    const numbers = new Uint32Array(words.length);
    for (const [at, word] of words.entries())
      numbers[at] = masked?.has(word) ? this.#next++ : this.#numberOf(word);
    return numbers;
  }

  #numberOf(word: string): number {
    const known = this.#numbers.get(word);
    if (known !== undefined) return known;
    this.#numbers.set(word, this.#next);
    return this.#next++;
  }
}

/** A number for a run of words, 32 bits: equal runs have the same, others hardly ever. */
export function hashOfRun(words: Words, from: number, length: number): number {
  let hash = 0x811c9dc5;
  for (let at = from; at < from + length; at++) {
    const next = Math.imul(hash ^ words[at]!, 0x9e3779b1);
    hash = next ^ (next >>> 15);
  }
  return hash >>> 0;
}
