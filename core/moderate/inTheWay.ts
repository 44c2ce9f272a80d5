import { approvalAt, openChange } from '../course/approval';
import { isRemovedAt, type Post } from '../course/post';
import type { Instant } from '../time/instant';

/** What staff do to posts. (rules §3, §4) */
export type ModerateAction = 'remove' | 'restore' | 'approve' | 'return' | 'hold' | 'unhold' | 'waitAgain';

/** Why an action does not apply to a post as it stands. */
export type InTheWay = 'removed' | 'notRemoved' | 'notHeld' | 'held' | 'notDecided' | 'notOfTheClass';

/** Whether a post, or a change to it, waits for approval at *t*. */
export function isWaiting(post: Post, t: Instant): boolean {
  return approvalAt(post, t) === 'held' || openChange(post, t)?.state === 'held';
}

/**
 * What is in the way of doing something to a post at *t*; null where it applies. Only what waits is approved or given back, only a post
 * that is held as a whole is let go as it was, and only what was decided waits again; only a student's post that is no aside can be held; removing and putting back turn what is not so yet.
 * (rules §3, §4)
 *
 * @example inTheWay('approve', post, t) // 'notHeld' once someone else has approved it
 */
export function inTheWay(action: ModerateAction, post: Post, t: Instant): InTheWay | null {
  switch (action) {
    case 'remove':
      return isRemovedAt(post, t) ? 'removed' : null;
    case 'restore':
      return isRemovedAt(post, t) ? null : 'notRemoved';
    case 'approve':
    case 'return':
      return isWaiting(post, t) ? null : 'notHeld';
    case 'unhold':
      return approvalAt(post, t) === 'held' ? null : 'notHeld';
    case 'waitAgain':
      if (isWaiting(post, t)) return 'held';
      return post.approvals.some(({ at }) => at <= t) ? null : 'notDecided';
    case 'hold':
      if (post.authorKind !== 'student' || post.asideWith !== null) return 'notOfTheClass';
      return approvalAt(post, t) === 'held' ? 'held' : null;
  }
}
