import { createCipheriv, createDecipheriv, createHash, randomBytes } from 'node:crypto';

/**
 * Names of events on a stream, by which it is resumed. A number would tell how much happened that its reader may not know of;
 * these tell nothing, and belong to one person and one run of the server.
 */
export class EventIds {
  readonly #key = randomBytes(16);

  of(number: number, personId: string): string {
    const block = Buffer.alloc(16);
    block.writeBigUInt64BE(BigInt(number));
    this.#mark(personId).copy(block, 8);
    const cipher = createCipheriv('aes-128-ecb', this.#key, null).setAutoPadding(false);
    return Buffer.concat([cipher.update(block), cipher.final()]).toString('base64url');
  }

  /** The number of an event this run gave the person; null for anything else. */
  numberOf(name: string, personId: string): number | null {
    const sent = Buffer.from(name, 'base64url');
    if (sent.length !== 16) return null;
    const decipher = createDecipheriv('aes-128-ecb', this.#key, null).setAutoPadding(false);
    const block = Buffer.concat([decipher.update(sent), decipher.final()]);
    return block.subarray(8).equals(this.#mark(personId)) ? Number(block.readBigUInt64BE()) : null;
  }

  #mark(personId: string): Buffer {
    return createHash('sha256').update(personId).digest().subarray(0, 8);
  }
}
