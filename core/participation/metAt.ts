import { refusedVersions } from '../course/approval';
import { ownRevisions } from '../course/ownRevisions';
import type { Post } from '../course/post';
import type { Instant } from '../time/instant';
import { countedFrom } from './counted';

/**
 * When a post came to have enough words: the first of its author's own revisions with at least `minWords`, provided
 * their latest own revision has at least as many; else null. Staff's revisions change the text, not the count; what was given
 * back is not looked at. 0 words always gives the creation. (rules §5)
 *
 * @param minWords required words
 * @param t posts are seen as of this instant, UTC ms
 * @example metAt(post, 120, t)
 */
export function metAt(post: Post, minWords: number, t: Instant): Instant | null {
  if (minWords <= 0) return countedFrom(post, t);
  const own = ownRevisions(post, t);
  return (own.at(-1)?.words ?? -1) < minWords ? null : own.find(({ words }) => words >= minWords)!.at;
}

/** Words of the author's latest own revision at *t*, but for a change that was given back: what the requirement is compared with. (rules §5) */
export function ownWords(post: Post, t: Instant): number {
  const refused = post.approvals.length === 0 ? null : refusedVersions(post, t);
  return (
    post.revisions.findLast(({ at, byStaff }, index) => !byStaff && at <= t && !refused?.has(index + 1))
      ?.words ?? 0
  );
}

/**
 * Since when a post has always had an attachment, by its author's own revisions: a replaced file has stayed. null when
 * it has none now. (rules §5, slots 2)
 */
export function attachedSince(post: Post, t: Instant): Instant | null {
  let from: Instant | null = null;
  for (const { at, attachments } of ownRevisions(post, t)) {
    if (attachments === 0) from = null;
    else if (from === null) from = at;
  }
  return from;
}
