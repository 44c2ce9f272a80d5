import type { Instant } from '../time/instant';
import type { ApprovalDecision } from './approval';
import type { Id } from './id';

/** One version of a post. */
export interface Revision {
  /** When the server received it. */
  readonly at: Instant;
  /** Words as stored with the revision. (rules §5) */
  readonly words: number;
  /** A revision by staff changes the text, not the count. */
  readonly byStaff: boolean;
  readonly attachments: number;
}

/** A post and all that has happened to it; every question about it is asked as of an instant. */
export interface Post {
  readonly id: Id;
  readonly forumId: Id;
  readonly authorId: Id;
  readonly authorKind: 'student' | 'staff';
  /** The post it answers; null for an opening post. */
  readonly parentId: Id | null;
  /** The opening post of its thread; its own id for an opening post. */
  readonly threadId: Id;
  /** Who opened its thread. */
  readonly threadAuthorId: Id;
  /** Who wrote the post it answers, as they were when this was written; null for an opening post. */
  readonly answers: { readonly authorId: Id; readonly authorKind: 'student' | 'staff' } | null;
  /** The space it was written in; null for a staff post in all spaces. */
  readonly spaceId: Id | null;
  readonly questionId: Id | null;
  /** A thread opened by staff that is visible under the seal. */
  readonly starter: boolean;
  /** The student an aside, or an answer below an aside, is between and staff; else null. */
  readonly asideWith: Id | null;
  /** At least one; the first is its creation. In the order received. */
  readonly revisions: readonly Revision[];
  /** Times removed; `to` null while it stands. In order. */
  readonly removals: readonly { readonly from: Instant; readonly to: Instant | null }[];
  /** Decisions about approval, in order; none where nothing was ever held. */
  readonly approvals: readonly ApprovalDecision[];
  /** What other students rated it, 1 to 5, each with the times it stood; absent where nobody did. */
  readonly ratings?: readonly Rating[];
  /** Of an opening post: the times its thread was frozen; absent where it never was. */
  readonly freezes?: readonly { readonly from: Instant; readonly to: Instant | null }[];
  /** The times it stood out, by the hand of staff; absent where it never did. */
  readonly highlights?: readonly Highlight[];
}

/** How a post stands out: as the first of a thread that is pinned on top, or as the answer of its thread. */
export type HighlightKind = 'pinned' | 'answer';

/** A time in which a post stood out. */
export interface Highlight {
  readonly kind: HighlightKind;
  readonly from: Instant;
  readonly to: Instant | null;
}

/** A rating by another student. */
export interface Rating {
  readonly value: number;
  readonly from: Instant;
  readonly to: Instant | null;
}

/** The ratings of a post that stood at an instant, 1 to 5. */
export function ratingsAt(post: Post, t: Instant): number[] {
  return (post.ratings ?? []).flatMap(({ value, from, to }) =>
    from <= t && (to === null || to > t) ? [value] : [],
  );
}

/** When a post was first received. */
export function createdAt(post: Post): Instant {
  return post.revisions[0]!.at;
}

/** Whether a post existed at an instant. */
export function existsAt(post: Post, t: Instant): boolean {
  return createdAt(post) <= t;
}

/** Whether a post was removed, and not restored, at an instant. */
export function isRemovedAt(post: Post, t: Instant): boolean {
  return post.removals.some((span) => span.from <= t && (span.to === null || span.to > t));
}

/** Whether the thread that a post opens was frozen at an instant: nobody but staff writes in it. */
export function isFrozenAt(opening: Post, t: Instant): boolean {
  return opening.freezes?.some((span) => span.from <= t && (span.to === null || span.to > t)) ?? false;
}

/** Whether a post stood out in a way at an instant. */
export function isHighlightedAt(post: Post, kind: HighlightKind, t: Instant): boolean {
  return (
    post.highlights?.some(
      (span) => span.kind === kind && span.from <= t && (span.to === null || span.to > t),
    ) ?? false
  );
}
