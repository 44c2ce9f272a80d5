import type { Instant } from '../time/instant';
import { lastReturnAt, refusedVersions } from './approval';
import type { Post, Revision } from './post';

/**
 * The author's own revisions of a post up to *t* that count: after the last return of the post, and none of a change that was given
 * back. Staff's revisions change the text, not the count. (rules §5)
 */
export function ownRevisions(post: Post, t: Instant): readonly Revision[] {
  const { revisions } = post;
  if (post.approvals.length === 0)
    return revisions.every(({ at, byStaff }) => !byStaff && at <= t)
      ? revisions
      : revisions.filter(({ at, byStaff }) => !byStaff && at <= t);
  const since = lastReturnAt(post, t);
  const refused = refusedVersions(post, t);
  return revisions.filter(
    ({ at, byStaff }, index) => !byStaff && at <= t && at > since && !refused.has(index + 1),
  );
}
