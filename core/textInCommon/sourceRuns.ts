import { isSameRun, runStarts, SHORTEST, type Compared, type Words } from './passages';
import { MOST_NUMBERS, PrintIndex } from './printIndex';
import { hashOfRun } from './vocabulary';

/** A number for the eight words from a place on. */
export const printOf = (words: Words, from: number): number => hashOfRun(words, from, SHORTEST);

/** The runs of eight words of a text, to see what of others stands in it: eight bytes a word. */
export class SourceRuns {
  readonly #places = new PrintIndex();
  /** The number of every run, see {@link printOf}. */
  readonly prints: readonly number[];

  /** @param text what is beyond its first two million words is not looked at */
  constructor(private readonly text: Compared) {
    const starts = runStarts(text).filter((from) => from < MOST_NUMBERS);
    this.prints = starts.map((from) => printOf(text.words, from));
    for (const [at, from] of starts.entries()) this.#places.add(from, [this.prints[at]!]);
  }

  /**
   * Whether eight words of another text, from a place on, stand in this one, one after the other.
   *
   * @param print their number
   */
  has(words: Words, from: number, print = printOf(words, from)): boolean {
    return this.#places.under(print).some((at) => isSameRun(this.text.words, at, words, from));
  }
}
