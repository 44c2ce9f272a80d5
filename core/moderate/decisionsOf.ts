import { openChange, type ApprovalDecision } from '../course/approval';
import type { Post } from '../course/post';
import type { Instant } from '../time/instant';
import type { ModerateAction } from './inTheWay';

/** What staff decide about approval. */
export type ApprovalAction = Exclude<ModerateAction, 'remove' | 'restore'>;

/** The decision before the post was last held as a whole, where it left a change open. */
function changeBeforeHold(post: Post, t: Instant): ApprovalDecision | null {
  const until = post.approvals.filter(({ at }) => at <= t);
  const before = until[until.findLastIndex(({ standing }) => standing === undefined) - 1];
  return before?.standing === undefined || before.state === 'approved' ? null : before;
}

/**
 * The decisions that an action of staff at *t* adds to a post, in order: of the change that is open where there is one, else of the whole
 * post. A post is held as a whole; let go as it was, a change that was open before is open again. (rules §4)
 *
 * @example decisionsOf('approve', post, t) // [{ at: t, state: 'approved' }]
 */
export function decisionsOf(action: ApprovalAction, post: Post, t: Instant): ApprovalDecision[] {
  const decision = (state: ApprovalDecision['state'], standing: number | undefined): ApprovalDecision =>
    standing === undefined ? { at: t, state } : { at: t, state, standing };
  switch (action) {
    case 'approve':
      return [decision('approved', openChange(post, t)?.standing)];
    case 'return':
      return [decision('returned', openChange(post, t)?.standing)];
    case 'hold':
      return [decision('held', undefined)];
    case 'waitAgain':
      return [decision('held', post.approvals.findLast(({ at }) => at <= t)?.standing)];
    case 'unhold': {
      const open = changeBeforeHold(post, t);
      return [decision('approved', undefined), ...(open ? [decision(open.state, open.standing)] : [])];
    }
  }
}
