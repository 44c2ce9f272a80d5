import { approvalAt } from '../course/approval';
import { existsAt, isFrozenAt, isRemovedAt, type Post } from '../course/post';
import type { Id } from '../course/id';
import type { Instant } from '../time/instant';
import type { Access, StaffAccess, StudentAccess } from './accessTo';

/** What decides who may read a post, as of an instant: the post, and what stands above it. */
export interface PostInPlace {
  readonly id: Id;
  readonly authorId: Id;
  readonly authorKind: 'student' | 'staff';
  readonly parentId: Id | null;
  readonly answersAuthorId: Id | null;
  readonly spaceId: Id | null;
  readonly questionId: Id | null;
  readonly starter: boolean;
  readonly asideWith: Id | null;
  readonly removed: boolean;
  /** Whether its thread is frozen: students only read there. */
  readonly frozen: boolean;
  /** Authors of the held or returned posts at and above this one; empty for nearly every post. */
  readonly withheldBy: readonly Id[];
}

/** Why a post may or may not be read. */
export type ReadReason =
  | 'own'
  | 'staff'
  | 'answersYou'
  | 'conversation'
  | 'starter'
  | 'notYourStudents'
  | 'aside'
  | 'withheld'
  | 'notOpenYet'
  | 'absent'
  | 'otherSpace'
  | 'sealed';

export interface ReadAnswer {
  readonly yes: boolean;
  readonly reason: ReadReason;
}

const yes = (reason: ReadReason): ReadAnswer => ({ yes: true, reason });
const no = (reason: ReadReason): ReadAnswer => ({ yes: false, reason });

function staffMayRead(access: StaffAccess, post: PostInPlace): ReadAnswer {
  if (access.students === 'all' || post.authorId === access.personId) return yes('staff');
  if (post.asideWith !== null && !access.students.includes(post.asideWith)) return no('notYourStudents');
  if (access.journal && post.spaceId !== null && !access.students.includes(post.spaceId))
    return no('notYourStudents');
  return yes('staff');
}

function isSealed(access: StudentAccess, post: PostInPlace): boolean {
  if (access.sealed === 'none') return false;
  return access.sealed === 'forum' || (post.questionId !== null && access.sealed.includes(post.questionId));
}

function studentMayRead(access: StudentAccess, post: PostInPlace): ReadAnswer {
  const me = access.personId;
  if (!access.ownPosts) return no('absent');
  if (post.authorId === me) return yes('own');
  if (post.asideWith !== null) return post.asideWith === me ? yes('answersYou') : no('aside');
  if (post.authorKind === 'staff' && post.answersAuthorId === me) return yes('answersYou');
  for (const author of post.withheldBy) if (author !== me) return no('withheld');
  if (access.phase === 'absent' || access.phase === 'locked') return no('absent');
  const here = post.spaceId === null || post.spaceId === access.spaceId;
  const starter = post.starter && post.parentId === null;
  if (access.phase === 'announced') return here && starter ? yes('starter') : no('notOpenYet');
  if (isSealed(access, post)) return here && starter ? yes('starter') : no('sealed');
  return here || access.otherSpaces ? yes('conversation') : no('otherSpace');
}

/**
 * Whether a person may read a post, leaving aside whether it was removed: the seal first, then held, asides and
 * spaces. {@link readable} adds what removal leaves behind. (rules §3, §4)
 *
 * @param access what {@link accessTo} answered for the person
 * @example mayRead(access, post).yes
 */
export function mayRead(access: Access, post: PostInPlace): ReadAnswer {
  return access.kind === 'staff' ? staffMayRead(access, post) : studentMayRead(access, post);
}

/** Whether a person who may read a post may read its text too once it is removed: staff and its author. (rules §4) */
export function mayReadRemoved(access: Access, post: PostInPlace): boolean {
  return access.kind === 'staff' || post.authorId === access.personId;
}

/** A forum's posts as they stand at *t*, each with what stands above it; posts that do not exist yet are left out. */
export function postsInPlace(posts: readonly Post[], t: Instant): PostInPlace[] {
  const byId = new Map<Id, Post>();
  for (const post of posts) if (existsAt(post, t)) byId.set(post.id, post);
  const withheld = new Map<Id, readonly Id[]>();
  const none: readonly Id[] = [];
  const withheldAbove = (start: Post): readonly Id[] => {
    const path: Post[] = [];
    let at: Post | undefined = start;
    while (at && !withheld.has(at.id)) {
      path.push(at);
      at = at.parentId === null ? undefined : byId.get(at.parentId);
    }
    let above = at ? withheld.get(at.id)! : none;
    for (const post of path.reverse()) {
      if (approvalAt(post, t) !== 'approved') above = [...above, post.authorId];
      withheld.set(post.id, above);
    }
    return above;
  };
  const placed: PostInPlace[] = [];
  const frozen = new Set<Id>();
  for (const post of byId.values())
    if (post.freezes && post.parentId === null && isFrozenAt(post, t)) frozen.add(post.id);
  for (const post of byId.values()) {
    placed.push({
      id: post.id,
      authorId: post.authorId,
      authorKind: post.authorKind,
      parentId: post.parentId,
      answersAuthorId: post.answers?.authorId ?? null,
      spaceId: post.spaceId,
      questionId: post.questionId,
      starter: post.starter,
      asideWith: post.asideWith,
      removed: isRemovedAt(post, t),
      frozen: frozen.size > 0 && frozen.has(post.threadId),
      withheldBy: withheldAbove(post),
    });
  }
  return placed;
}
