import type { Id } from '../course/id';

/** A quality of posts that can be looked for. */
export type PostQuality =
  'unread' | 'bookmarked' | 'unanswered' | 'mine' | 'repliesToMe' | 'held' | 'removed' | 'short' | 'late';

/** What filters look at in a post, for the person who reads. */
export interface PostFacts {
  readonly id: Id;
  readonly authorId: Id | null;
  readonly mine: boolean;
  /** Whether it answers the person who reads. */
  readonly answersMe: boolean;
  readonly read: boolean;
  readonly bookmarked: boolean;
  /** How many answers to it stand. */
  readonly answers: number;
  readonly byStaff: boolean;
  /** Waits for approval, or was given back. */
  readonly held: boolean;
  readonly removed: boolean;
  readonly short: boolean;
  readonly late: boolean;
}

/** What is looked for; everything has to hold at once. */
export interface PostFilter {
  readonly qualities: readonly PostQuality[];
  readonly authorId: Id | null;
  /** The people of a section or group; null for everyone. */
  readonly authors: ReadonlySet<Id> | null;
  /** The posts in which words were found; null where none are looked for. */
  readonly found: ReadonlySet<Id> | null;
}

const HAS: Record<PostQuality, (post: PostFacts) => boolean> = {
  unread: (post) => !post.read,
  bookmarked: (post) => post.bookmarked,
  unanswered: (post) => post.answers === 0 && !post.byStaff && !post.removed,
  mine: (post) => post.mine,
  repliesToMe: (post) => post.answersMe,
  held: (post) => post.held,
  removed: (post) => post.removed,
  short: (post) => post.short,
  late: (post) => post.late,
};

/** Whether anything is looked for at all. */
export function isLookedFor({ qualities, authorId, authors, found }: PostFilter): boolean {
  return qualities.length > 0 || authorId !== null || authors !== null || found !== null;
}

/** The posts in which everything holds that is looked for, in the order they came. */
export function filterPosts<P extends PostFacts>(posts: readonly P[], filter: PostFilter): P[] {
  return posts.filter(
    (post) =>
      (filter.found === null || filter.found.has(post.id)) &&
      (filter.authorId === null || post.authorId === filter.authorId) &&
      (filter.authors === null || (post.authorId !== null && filter.authors.has(post.authorId))) &&
      filter.qualities.every((quality) => HAS[quality](post)),
  );
}

/**
 * How many posts would be left with each quality looked for as well; for one that is looked for already, how many are left
 * now.
 *
 * @example countQualities(posts, filter).unread
 */
export function countQualities(posts: readonly PostFacts[], filter: PostFilter): Record<PostQuality, number> {
  const left = filterPosts(posts, filter);
  const counts = Object.keys(HAS).map((name) => [name, left.filter(HAS[name as PostQuality]).length]);
  return Object.fromEntries(counts) as Record<PostQuality, number>;
}
