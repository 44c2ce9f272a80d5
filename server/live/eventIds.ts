import { createCipheriv, createDecipheriv, createHash, randomBytes } from 'node:crypto';
import { LRUCache } from 'lru-cache';

/**
 * Names of events on a stream, by which it is resumed. A number would tell how much happened that its reader may not know of;
 * these tell nothing, and belong to one person and one run of the server.
 */
export class EventIds {
  // Each block is enciphered by itself, so that one cipher serves for all names.
  readonly #key = randomBytes(16);
  readonly #cipher = createCipheriv('aes-128-ecb', this.#key, null).setAutoPadding(false);
  readonly #decipher = createDecipheriv('aes-128-ecb', this.#key, null).setAutoPadding(false);
  readonly #marks = new LRUCache<string, Buffer>({ max: 10_000 });

  of(number: number, personId: string): string {
    const block = Buffer.alloc(16);
    block.writeBigUInt64BE(BigInt(number));
    this.#mark(personId).copy(block, 8);
    return this.#cipher.update(block).toString('base64url');
  }

  /** The number of an event this run gave the person; null for anything else. */
  numberOf(name: string, personId: string): number | null {
    const sent = Buffer.from(name, 'base64url');
    if (sent.length !== 16) return null;
    const block = this.#decipher.update(sent);
    return block.subarray(8).equals(this.#mark(personId)) ? Number(block.readBigUInt64BE()) : null;
  }

  #mark(personId: string): Buffer {
    const known = this.#marks.get(personId);
    if (known) return known;
    const mark = createHash('sha256').update(personId).digest().subarray(0, 8);
    this.#marks.set(personId, mark);
    return mark;
  }
}
