import type { Id } from '../course/id';
import type { Instant } from '../time/instant';
import type { Compared } from './passages';

/** One version of a post as it is compared. */
export interface ComparedVersion {
  /** From 1. */
  readonly number: number;
  readonly at: Instant;
  readonly byStaff: boolean;
  /** Without what it quotes. */
  readonly text: Compared;
}

/** A post as it is compared, or as others are cut by it. */
export interface ComparedPost {
  readonly id: Id;
  readonly forumId: Id;
  readonly parentId: Id | null;
  readonly authorId: Id;
  readonly authorKind: 'student' | 'staff';
  readonly isAside: boolean;
  /** At least one, in the order received. */
  readonly versions: readonly ComparedVersion[];
}

/** A version with the post it is one of. */
export interface HeldVersion {
  readonly post: ComparedPost;
  readonly version: ComparedVersion;
}

/** Whether it is compared at all: what students wrote, asides left out. (rules §12) */
export const isCompared = ({ authorKind, isAside }: ComparedPost): boolean =>
  authorKind === 'student' && !isAside;

/** The version of a post that stood at an instant, the newest received by then; null: none did. */
export function versionAt({ versions }: ComparedPost, t: Instant): ComparedVersion | null {
  return versions.findLast(({ at }) => at <= t) ?? null;
}

/**
 * Which of two versions is the earlier: by when they were received; of the same moment, by when their posts were, then by these posts' ids,
 * then by their numbers. (rules §12)
 */
export function isBefore(one: HeldVersion, other: HeldVersion): boolean {
  if (one.version.at !== other.version.at) return one.version.at < other.version.at;
  const [first, second] = [one.post.versions[0]!.at, other.post.versions[0]!.at];
  if (first !== second) return first < second;
  return one.post.id === other.post.id
    ? one.version.number < other.version.number
    : one.post.id < other.post.id;
}
