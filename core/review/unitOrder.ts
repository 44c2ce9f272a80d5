import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';
import { compareIds, type Id } from '../course/id';

/** So many orders are tried where pairs must not meet; the first and the last by their number. */
const ORDERS = 200;

/** The lower-case hexadecimal SHA-256 of the UTF-8 bytes of a text. */
export const sha256Hex = (text: string): string => bytesToHex(sha256(utf8ToBytes(text)));

/**
 * The people of a unit in the order of number k: by the SHA-256 of `forum:seed:k:id`, ties by id. (rules §9)
 *
 * @param seed 128 random bits, which no student gets
 * @example orderOf('f7', '0123abcd', 0, ['s1', 's2', 's3', 's4', 's5']) // s2 s3 s5 s4 s1
 */
export function orderOf(forumId: Id, seed: string, k: number, ids: readonly Id[]): Id[] {
  return ids
    .map((id) => ({ id, hash: sha256Hex(`${forumId}:${seed}:${k}:${id}`) }))
    .sort((a, b) => compareIds(a.hash, b.hash) || compareIds(a.id, b.id))
    .map(({ id }) => id);
}

/**
 * Of the orders of a unit the one that breaks the fewest of the pairs that must not meet, then the first. (rules §9)
 *
 * @param broken how many assignments of an order two would get who must not meet
 */
export function bestOrder(
  forumId: Id,
  seed: string,
  ids: readonly Id[],
  broken: (order: readonly Id[]) => number,
): Id[] {
  let best = orderOf(forumId, seed, 0, ids);
  let fewest = broken(best);
  for (let k = 1; k < ORDERS && fewest > 0; k++) {
    const order = orderOf(forumId, seed, k, ids);
    const count = broken(order);
    if (count < fewest) [best, fewest] = [order, count];
  }
  return best;
}
