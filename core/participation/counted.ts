import { approvalAt, lastReturnAt } from '../course/approval';
import { createdAt, existsAt, isRemovedAt, type Post } from '../course/post';
import type { Instant } from '../time/instant';

/**
 * Whether a post counts at *t*: it is there, not removed, not held, not returned, and not an aside. (rules §5)
 */
export function isCounted(post: Post, t: Instant): boolean {
  return isPlain(post, t) && (post.approvals.length === 0 || approvalAt(post, t) === 'approved');
}

/** Whether a post waits for approval at *t* and would count once approved. (rules §5) */
export function isHeld(post: Post, t: Instant): boolean {
  return post.approvals.length > 0 && isPlain(post, t) && approvalAt(post, t) === 'held';
}

function isPlain(post: Post, t: Instant): boolean {
  return (
    post.asideWith === null && existsAt(post, t) && (post.removals.length === 0 || !isRemovedAt(post, t))
  );
}

/**
 * When a post counts as created: its first own revision, after the last return if there was one. (rules §5)
 */
export function countedFrom(post: Post, t: Instant): Instant {
  if (post.approvals.length === 0) return createdAt(post);
  const since = lastReturnAt(post, t);
  return post.revisions.find((revision) => !revision.byStaff && revision.at > since)?.at ?? createdAt(post);
}
