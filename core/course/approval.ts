import type { Instant } from '../time/instant';
import type { Post } from './post';

/** A decision about approval: of a post as a whole, or of a change to one that was approved. */
export interface ApprovalDecision {
  readonly at: Instant;
  readonly state: 'held' | 'approved' | 'returned';
  /** Of a change: how many versions stood before it, which are the ones that others go on reading from. Absent of a whole post. */
  readonly standing?: number;
}

/** Where a post as a whole stood with approval at an instant; `approved` where nothing was ever held. */
export function approvalAt(post: Post, t: Instant): ApprovalDecision['state'] {
  let state: ApprovalDecision['state'] = 'approved';
  for (const decision of post.approvals) {
    if (decision.at > t) break;
    if (decision.standing === undefined) state = decision.state;
  }
  return state;
}

/**
 * The instant of the last return of a whole post at or before *t* that stands; -Infinity where there was none. A return that was taken
 * back, because another decision came after it without the author having sent the post again, is as if it had never been. (rules §5)
 */
export function lastReturnAt(post: Post, t: Instant): Instant {
  let at = -Infinity;
  for (const decision of returnsThatStand(post, t))
    if (decision.standing === undefined) at = Math.max(at, decision.at);
  return at;
}

/** A change to an approved post that has not been approved. */
export interface OpenChange {
  /** `held` while it waits; `returned` once it was given back, until it is sent again. */
  readonly state: 'held' | 'returned';
  /** The number, from 1, of the version that others read meanwhile. */
  readonly standing: number;
  /** When it was sent, or given back. */
  readonly since: Instant;
}

/** The change to a post that waits for approval at *t*, or was given back; null where there is none. (rules §4) */
export function openChange(post: Post, t: Instant): OpenChange | null {
  let last: ApprovalDecision | null = null;
  for (const decision of post.approvals) {
    if (decision.at > t) break;
    last = decision;
  }
  if (last === null || last.standing === undefined || last.state === 'approved') return null;
  return { state: last.state, standing: last.standing, since: last.at };
}

/** The number, from 1, of a post's newest version at *t*. */
export function newestVersion(post: Post, t: Instant): number {
  let number = post.revisions.length;
  while (number > 1 && post.revisions[number - 1]!.at > t) number--;
  return number;
}

/** The number, from 1, of the version that everyone but its author and staff reads of a post at *t*. (rules §4) */
export function standingVersion(post: Post, t: Instant): number {
  return openChange(post, t)?.standing ?? newestVersion(post, t);
}

/**
 * The numbers of the versions that ever stood for everyone to read, up to *t*; an approval that was taken back, so that the same change
 * waits again, is as if it had never been. (rules §4)
 */
export function versionsThatStood(post: Post, t: Instant): ReadonlySet<number> {
  const until = post.approvals.filter(({ at }) => at <= t);
  const approvals = until.filter(({ state, standing }, index) => {
    const isTakenBack = standing !== undefined && until[index + 1]?.standing === standing;
    return state !== 'approved' || !isTakenBack;
  });
  const kept = { ...post, approvals };
  const turns = [...post.revisions, ...approvals].map(({ at }) => at).filter((at) => at <= t);
  return new Set(
    turns.filter((at) => approvalAt(kept, at) === 'approved').map((at) => standingVersion(kept, at)),
  );
}

/**
 * The numbers of the versions that a return of a change took out of what counts: those from the change on, up to its return. None where
 * the return was taken back. (rules §5)
 */
export function refusedVersions(post: Post, t: Instant): ReadonlySet<number> {
  const refused = new Set<number>();
  for (const decision of returnsThatStand(post, t))
    if (decision.standing !== undefined)
      for (let number = decision.standing + 1; number <= newestVersion(post, decision.at); number++)
        refused.add(number);
  return refused;
}

/** The post as it was before a change to it. */
export function withoutChange(post: Post, change: OpenChange): Post {
  return { ...post, revisions: post.revisions.slice(0, change.standing) };
}

/** The returns at or before *t* that were not taken back. */
function returnsThatStand(post: Post, t: Instant): ApprovalDecision[] {
  return post.approvals.filter(({ at, state }, index) => {
    if (state !== 'returned' || at > t) return false;
    const next = post.approvals[index + 1];
    return next === undefined || next.at > t || isSentBetween(post, at, next.at);
  });
}

/** Whether the author revised a post after an instant, up to another. */
function isSentBetween(post: Post, after: Instant, until: Instant): boolean {
  return post.revisions.some(({ at, byStaff }) => !byStaff && at > after && at <= until);
}
