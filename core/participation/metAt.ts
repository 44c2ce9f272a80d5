import { lastReturnAt, type Post } from '../course/post';
import type { Instant } from '../time/instant';
import { countedFrom } from './counted';

/**
 * When a post came to have enough words: the first of its author's own revisions with at least `minWords`, provided
 * their latest own revision has at least as many; else null. Staff's revisions change the text, not the count; of a
 * returned post only what came after the return is looked at. 0 words always gives the creation. (rules §5)
 *
 * @param minWords required words
 * @param t posts are seen as of this instant, UTC ms
 * @example metAt(post, 120, t)
 */
export function metAt(post: Post, minWords: number, t: Instant): Instant | null {
  if (minWords <= 0) return countedFrom(post, t);
  const since = post.approvals.length === 0 ? -Infinity : lastReturnAt(post, t);
  let first: Instant | null = null;
  let latest = -1;
  for (const revision of post.revisions) {
    if (revision.at > t) break;
    if (revision.byStaff || revision.at <= since) continue;
    latest = revision.words;
    if (first === null && revision.words >= minWords) first = revision.at;
  }
  return latest >= minWords ? first : null;
}

/** Words of the author's latest own revision at *t*: what the requirement is compared with. (rules §5) */
export function ownWords(post: Post, t: Instant): number {
  let words = 0;
  for (const revision of post.revisions) {
    if (revision.at > t) break;
    if (!revision.byStaff) words = revision.words;
  }
  return words;
}

/**
 * Since when a post has always had an attachment, by its author's own revisions: a replaced file has stayed. null when
 * it has none now. (rules §5, slots 2)
 */
export function attachedSince(post: Post, t: Instant): Instant | null {
  const since = post.approvals.length === 0 ? -Infinity : lastReturnAt(post, t);
  let from: Instant | null = null;
  for (const revision of post.revisions) {
    if (revision.at > t) break;
    if (revision.byStaff || revision.at <= since) continue;
    if (revision.attachments === 0) from = null;
    else if (from === null) from = revision.at;
  }
  return from;
}
