import { newestVersion, standingVersion, versionsThatStood } from '../course/approval';
import type { Post } from '../course/post';
import type { Instant } from '../time/instant';
import type { Access } from './accessTo';

/** Whether a person knows of what waits for approval in a post: its author, and staff. */
const knowsWaiting = (access: Access, post: Post) =>
  access.kind === 'staff' || post.authorId === access.personId;

/**
 * The number, from 1, of the version of a post that a person who may read it reads at *t*: the newest; while a change to it waits for
 * approval, or was given back, everyone but its author and staff read the version approved last. (rules §4)
 *
 * @example versionRead(access, post, t) // 1, while the second version waits
 */
export function versionRead(access: Access, post: Post, t: Instant): number {
  if (post.approvals.length === 0 || knowsWaiting(access, post)) return newestVersion(post, t);
  return standingVersion(post, t);
}

/** Whether a person may know what a version of a post said, as a passage quoted from it: whether it ever stood for them. (rules §4) */
export function mayKnowVersion(access: Access, post: Post, number: number, t: Instant): boolean {
  if (post.approvals.length === 0 || knowsWaiting(access, post)) return true;
  return versionsThatStood(post, t).has(number);
}
