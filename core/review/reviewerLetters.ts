import type { Assignment } from '../course/assignment';
import { compareIds, type Id } from '../course/id';
import { sha256Hex } from './unitOrder';

/** "A" to "Z", then "AA", "AB" ... */
export function letterOf(index: number): string {
  const rest = Math.floor(index / 26) - 1;
  return (rest >= 0 ? letterOf(rest) : '') + String.fromCharCode(65 + (index % 26));
}

/**
 * The letters by which an author knows reviewers whose names are hidden: in the order in which their reviews were received; those of one
 * instant by the SHA-256 of `forum:seed:letter:id` of the reviewer, so that nothing tells who. A letter stays, whatever comes later. (rules §9)
 *
 * @param assignments those of one author's posts in the forum
 * @returns by assignment; without those that nobody received
 * @example reviewerLetters('f7', seed, assignments).get('a1') // 'B'
 */
export function reviewerLetters(
  forumId: Id,
  seed: string,
  assignments: readonly Assignment[],
): ReadonlyMap<Id, string> {
  const received = assignments
    .flatMap(({ id, reviewerId, receivedAt }) =>
      receivedAt === null
        ? []
        : [{ id, at: receivedAt, hash: sha256Hex(`${forumId}:${seed}:letter:${reviewerId}`) }],
    )
    .sort((a, b) => a.at - b.at || compareIds(a.hash, b.hash) || compareIds(a.id, b.id));
  return new Map(received.map(({ id }, index) => [id, letterOf(index)]));
}
