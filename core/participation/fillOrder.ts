import { compareIds } from '../course/id';
import { openChange, withoutChange } from '../course/approval';
import type { Post } from '../course/post';
import type { Instant } from '../time/instant';
import { countedFrom, isCounted, isHeld } from './counted';
import { metAt } from './metAt';

/** A post on its way into a slot. */
export interface Filler {
  readonly post: Post;
  readonly as: 'long' | 'held' | 'short';
  /** metAt for long and held posts, creation for short ones. UTC ms. */
  readonly at: Instant;
  readonly created: Instant;
}

const RANK = { long: 0, held: 1, short: 2 };

/** Orders fillers: long enough, held, short; each by its instant; ties by creation, then by id. (rules §5) */
export function compareFillers(a: Filler, b: Filler): number {
  return RANK[a.as] - RANK[b.as] || a.at - b.at || a.created - b.created || compareIds(a.post.id, b.post.id);
}

/** Whether a change that waits for approval is what makes something hold of a post. (rules §5) */
export function onlyWithChange(post: Post, t: Instant, holds: (before: Post) => boolean): boolean {
  const change = post.approvals.length === 0 ? null : openChange(post, t);
  return change !== null && !holds(withoutChange(post, change));
}

/**
 * The posts that may fill slots of one kind, in the order in which they do: counted ones that are long enough, then
 * held ones that are, or that are by a change that waits, then counted ones that are too short. (rules §5)
 *
 * @param posts candidates, in any order
 * @param minWords words a slot needs
 */
export function fillOrder(posts: readonly Post[], minWords: number, t: Instant): Filler[] {
  const fillers: Filler[] = [];
  for (const post of posts) {
    const counted = isCounted(post, t);
    if (!counted && !isHeld(post, t)) continue;
    const created = countedFrom(post, t);
    const met = metAt(post, minWords, t);
    if (met !== null) {
      const waits = !counted || onlyWithChange(post, t, (before) => metAt(before, minWords, t) !== null);
      fillers.push({ post, as: waits ? 'held' : 'long', at: met, created });
    } else if (counted) fillers.push({ post, as: 'short', at: created, created });
  }
  return fillers.length > 1 ? fillers.sort(compareFillers) : fillers;
}
