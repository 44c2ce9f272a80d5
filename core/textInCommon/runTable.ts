/** With so many entries it begins; it doubles as it grows. */
const FIRST = 1 << 10;

/** Which texts have which runs, by the runs' numbers: found at once however many there are, some twenty bytes an entry. */
export class RunTable {
  #prints = new Uint32Array(FIRST);
  #texts = new Uint32Array(FIRST);
  /** The entry before with a number that lies in the same place; 0: none. Entries are counted from 1. */
  #before = new Uint32Array(FIRST);
  #last = new Uint32Array(FIRST);
  #entries = 0;

  add(text: number, prints: Iterable<number>): void {
    for (const print of prints) {
      if (++this.#entries >= this.#prints.length) this.#grow();
      this.#prints[this.#entries] = print;
      this.#texts[this.#entries] = text;
      this.#chain(this.#entries);
    }
  }

  /** The texts that have one, each as often as it was added, in the order they were. */
  textsWith(print: number): readonly number[] {
    const found: number[] = [];
    for (let at = this.#last[print & (this.#last.length - 1)]!; at > 0; at = this.#before[at]!)
      if (this.#prints[at] === print) found.push(this.#texts[at]!);
    return found.reverse();
  }

  #chain(entry: number): void {
    const place = this.#prints[entry]! & (this.#last.length - 1);
    this.#before[entry] = this.#last[place]!;
    this.#last[place] = entry;
  }

  #grow(): void {
    const larger = (list: Uint32Array): Uint32Array<ArrayBuffer> => {
      const next = new Uint32Array(list.length * 2);
      next.set(list);
      return next;
    };
    this.#prints = larger(this.#prints);
    this.#texts = larger(this.#texts);
    this.#before = larger(this.#before);
    this.#last = new Uint32Array(this.#prints.length);
    for (let entry = 1; entry < this.#entries; entry++) this.#chain(entry);
  }
}
