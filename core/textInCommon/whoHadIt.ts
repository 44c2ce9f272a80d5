import type { Id } from '../course/id';
import type { Instant } from '../time/instant';
import { isBefore, type HeldVersion } from './comparedPost';
import { findWords, type Words } from './passages';

/** Who of two students wrote some words first, in any post of theirs. (rules §12) */
export interface WhoHadIt {
  readonly first: Id;
  readonly other: Id;
  /** The versions of the first student that hold it, written before the other wrote it, the oldest on top. */
  readonly versions: readonly HeldVersion[];
  /** The first version of the other student that holds it. */
  readonly then: HeldVersion;
}

/**
 * Who of two students wrote some words first: whose earliest version in any post holds them, outside quotations, cut or not. (rules §12)
 *
 * @param words a passage that both have
 * @param one what each of the two wrote, the oldest first
 */
export function whoHadIt(words: Words, one: readonly HeldVersion[], other: readonly HeldVersion[]): WhoHadIt {
  const holding = (written: readonly HeldVersion[]) =>
    written.filter(({ version }) => findWords(version.text, words) >= 0);
  const [held, heldByOther] = [holding(one), holding(other)];
  const isOnesFirst = isBefore(held[0]!, heldByOther[0]!);
  const [first, second] = isOnesFirst ? [held, heldByOther] : [heldByOther, held];
  const then = second[0]!;
  return {
    first: first[0]!.post.authorId,
    other: then.post.authorId,
    versions: first.filter(({ version }) => version.at <= then.version.at),
    then,
  };
}

/**
 * What of the first student's the other had before writing the same. (rules §12)
 *
 * - `received` a version that holds it had reached them;
 * - `couldRead` one was open to them;
 * - `notKnown` something of such a post had reached them, from before it was kept which version;
 * - `couldNot` none was.
 */
export type Reach = 'received' | 'couldRead' | 'notKnown' | 'couldNot';

/** What is known of one student and the versions of another, up to an instant. */
export interface Reading {
  /** When a version first reached the student; null: it did not. */
  receivedAt(version: HeldVersion): Instant | null;
  /** When any version of a post reached them, from before versions were kept; null: none did. */
  someReceivedAt(postId: Id): Instant | null;
  /** Whether a version was open to them at any moment before an instant. */
  couldRead(version: HeldVersion, before: Instant): boolean;
}

/** The first of these that applies. (rules §12) */
export function reachOf({ versions, then }: WhoHadIt, reading: Reading): Reach {
  const before = then.version.at;
  const isBefore = (at: Instant | null) => at !== null && at < before;
  if (versions.some((version) => isBefore(reading.receivedAt(version)))) return 'received';
  if (versions.some((version) => reading.couldRead(version, before))) return 'couldRead';
  if (versions.some(({ post }) => isBefore(reading.someReceivedAt(post.id)))) return 'notKnown';
  return 'couldNot';
}
