/** Numbers below this can be kept; one of them and a print of 32 bits go exactly into one float. */
export const MOST_NUMBERS = 2 ** 21;
/** With room for so many it begins. */
const FIRST = 32;

/** Numbers of texts, or of places in one, under the prints of their runs: eight bytes an entry. It is filled first, and asked then. */
export class PrintIndex {
  #entries = new Float64Array(FIRST);
  #length = 0;
  #isSorted = true;

  /** @throws {RangeError} for a number of two million or more */
  add(number: number, prints: Iterable<number>): void {
    if (number >= MOST_NUMBERS) throw new RangeError('More than an index can hold.');
    for (const print of prints) {
      if (this.#length === this.#entries.length) {
        const larger = new Float64Array(this.#length * 2);
        larger.set(this.#entries);
        this.#entries = larger;
      }
      this.#entries[this.#length++] = print * MOST_NUMBERS + number;
    }
    this.#isSorted = false;
  }

  /** The numbers under a print, each as often as it was added, in their order. */
  under(print: number): number[] {
    if (!this.#isSorted) this.#sort();
    const found: number[] = [];
    const least = print * MOST_NUMBERS;
    for (
      let at = this.#firstFrom(least);
      at < this.#length && this.#entries[at]! < least + MOST_NUMBERS;
      at++
    )
      found.push(this.#entries[at]! - least);
    return found;
  }

  #sort(): void {
    this.#entries.subarray(0, this.#length).sort();
    this.#isSorted = true;
  }

  /** Where the first entry that is not less stands. */
  #firstFrom(value: number): number {
    let [low, high] = [0, this.#length];
    while (low < high) {
      const middle = (low + high) >>> 1;
      if (this.#entries[middle]! < value) low = middle + 1;
      else high = middle;
    }
    return low;
  }
}
