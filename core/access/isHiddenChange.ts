import { openChange } from '../course/approval';
import type { Post } from '../course/post';
import type { Instant } from '../time/instant';
import type { Access } from './accessTo';
import { versionRead } from './versionRead';

/**
 * Whether all that happened to a post after *since*, up to *t*, is a change that waits for approval and that the person does not read:
 * then nobody tells them of it. (rules §4)
 */
export function isHiddenChange(access: Access, post: Post, since: Instant, t: Instant): boolean {
  if (openChange(post, t) === null || access.kind === 'staff' || access.personId === post.authorId)
    return false;
  const isNews = (at: Instant) => at > since && at <= t;
  const turned = [
    ...[...post.removals, ...(post.freezes ?? []), ...(post.highlights ?? [])].flatMap(({ from, to }) => [
      from,
      to ?? from,
    ]),
    ...post.approvals.flatMap(({ at, standing }) => (standing === undefined ? [at] : [])),
  ];
  return (
    [...post.revisions, ...post.approvals].some(({ at }) => isNews(at)) &&
    !turned.some(isNews) &&
    versionRead(access, post, since) === versionRead(access, post, t)
  );
}
