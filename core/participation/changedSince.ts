import { createdAt, isRemovedAt, type Post } from '../course/post';
import type { Instant } from '../time/instant';
import { isCounted } from './counted';

/** What happened to a post since an instant: written, revised by its author, removed, or otherwise begun or ended to count. */
export type ChangeSince = 'written' | 'revised' | 'removed' | 'counts' | 'countsNoMore';

/**
 * What happened to a post of a student after an instant that changes what there is to score; null for nothing. Strictly after: what
 * happened at the instant itself was there. (rules §5)
 *
 * @param since when the score was last given or confirmed
 * @example changeSince(post, givenAt, t) // 'revised'
 */
export function changeSince(post: Post, since: Instant, t: Instant): ChangeSince | null {
  const after = (at: Instant) => at > since && at <= t;
  const counted = isCounted(post, since);
  const turns: Instant[] = [];
  for (const revision of post.revisions) {
    if (!after(revision.at)) continue;
    if (!revision.byStaff && isCounted(post, revision.at))
      return createdAt(post) > since ? 'written' : 'revised';
    turns.push(revision.at);
  }
  for (const removal of post.removals) {
    if (after(removal.from)) turns.push(removal.from);
    if (removal.to !== null && after(removal.to)) turns.push(removal.to);
  }
  for (const { at, state, standing } of post.approvals) {
    if (!after(at)) continue;
    if (standing !== undefined && state !== 'held' && isCounted(post, at)) return 'revised';
    turns.push(at);
  }
  if (!turns.some((at) => isCounted(post, at) !== counted)) return null;
  if (isRemovedAt(post, t)) return 'removed';
  return isCounted(post, t) ? 'counts' : 'countsNoMore';
}

/**
 * Whether a student's counted posts changed after an instant, strictly: a counted post was revised by its author, or
 * one became or stopped being counted. (rules §5)
 *
 * @param own everything the student wrote in the forum
 * @param since when the score was last given or confirmed
 */
export function changedSince(own: readonly Post[], since: Instant, t: Instant): boolean {
  return own.some((post) => changeSince(post, since, t) !== null);
}
