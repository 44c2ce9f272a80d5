/** What reached someone, and when: a post by its number, in one of its versions. */
export interface Receipt {
  /** The number of the post's text (`post_text.id`). */
  readonly post: number;
  /** From 1. */
  readonly version: number;
  /** UTC ms. */
  readonly at: number;
}

/** Whole numbers from 0 on in as few bytes as they need: seven bits a byte, the last without the eighth. */
class Writer {
  readonly #bytes: number[] = [];

  whole(value: number): void {
    let rest = value;
    while (rest >= 128) {
      this.#bytes.push((rest % 128) | 128);
      rest = Math.floor(rest / 128);
    }
    this.#bytes.push(rest);
  }

  get bytes(): Buffer {
    return Buffer.from(this.#bytes);
  }
}

class Reader {
  #at = 0;

  constructor(private readonly bytes: Uint8Array) {}

  get isAtEnd(): boolean {
    return this.#at >= this.bytes.length;
  }

  whole(): number {
    let value = 0;
    for (let scale = 1; ; scale *= 128) {
      const byte = this.bytes[this.#at++];
      if (byte === undefined) throw new Error('What reached someone was cut off while it was written.');
      value += (byte % 128) * scale;
      if (byte < 128) return value;
    }
  }
}

/** Differences go to both sides; small ones are to be small numbers. */
const folded = (difference: number) => (difference >= 0 ? difference * 2 : -difference * 2 - 1);
const unfolded = (value: number) => (value % 2 === 0 ? value / 2 : -(value + 1) / 2);

/**
 * What reached someone at some moments as few bytes: for each moment its distance from the one before, how many, and each post by
 * its distance from the one before, a first version in one bit. Some two bytes a post when many come at once.
 *
 * @param receipts in the order they were sent
 */
export function packReceipts(receipts: readonly Receipt[]): Buffer {
  const writer = new Writer();
  let before = 0;
  for (let from = 0; from < receipts.length;) {
    const { at } = receipts[from]!;
    let to = from;
    while (to < receipts.length && receipts[to]!.at === at) to++;
    writer.whole(folded(at - before));
    before = at;
    writer.whole(to - from);
    let post = 0;
    const together = receipts.slice(from, to).sort((a, b) => a.post - b.post || a.version - b.version);
    for (const receipt of together) {
      writer.whole((receipt.post - post) * 2 + (receipt.version > 1 ? 1 : 0));
      if (receipt.version > 1) writer.whole(receipt.version);
      ({ post } = receipt);
    }
    from = to;
  }
  return writer.bytes;
}

/** What {@link packReceipts} was given; those of one moment in the order of their numbers. */
export function unpackReceipts(bytes: Uint8Array): Receipt[] {
  const reader = new Reader(bytes);
  const receipts: Receipt[] = [];
  let at = 0;
  while (!reader.isAtEnd) {
    at += unfolded(reader.whole());
    let post = 0;
    for (let left = reader.whole(); left > 0; left--) {
      const coded = reader.whole();
      post += Math.floor(coded / 2);
      receipts.push({ post, version: coded % 2 === 1 ? reader.whole() : 1, at });
    }
  }
  return receipts;
}
