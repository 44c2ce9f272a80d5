import { isMainThread } from 'node:worker_threads';
import type { Kysely } from 'kysely';
import { postsInPlace, type PostInPlace } from '../../../core/access/mayRead';
import type { Post } from '../../../core/course/post';
import type { Database } from '../../db/schema';
import { statement } from '../../db/statement';
import { recent } from '../../db/recent';
import { loadPosts } from './loadPosts';

/**
 * The posts of a forum, as the core takes them: each with all its revisions, removals and decisions. Where each stands at an instant
 * (removed, frozen, read aside) follows from these.
 */
export interface ForumPosts {
  readonly posts: readonly Post[];
  readonly byId: ReadonlyMap<string, Post>;
  /** Everything one person wrote here. */
  by(personId: string): readonly Post[];
  /** Whether the last of these revisions, removals and decisions lies before an instant: what stands then stands at every later one. */
  isSettledAt(now: number): boolean;
  /** Where every post stands at an instant. */
  placedAt(now: number): ReadonlyMap<string, PostInPlace>;
}

interface Kept {
  readonly forum: ForumPosts;
  /** The number of the forum's last change that is in it. */
  readonly n: number;
}

/**
 * How many posts are kept in memory: a course of 2,000 students in 40 forums, some 700 bytes each. A thread beside the server reads each
 * forum once and keeps few.
 */
export const KEPT_POSTS = isMainThread ? 400_000 : 20_000;
/** With more changes than these everything is read again. */
const FEW = 400;

function lastEventOf(post: Post): number {
  let last = post.revisions.at(-1)!.at;
  for (const { from, to } of post.removals) last = Math.max(last, from, to ?? 0);
  for (const { at } of post.approvals) last = Math.max(last, at);
  for (const { from, to } of post.freezes ?? []) last = Math.max(last, from, to ?? 0);
  return last;
}

/** Posts as they are kept: all of a forum, or some with everything above them. */
export function forumPosts(posts: readonly Post[]): ForumPosts {
  const byId = new Map(posts.map((post) => [post.id, post]));
  const settled = posts.reduce((last, post) => Math.max(last, lastEventOf(post)), 0);
  const place = (now: number) => new Map(postsInPlace(posts, now).map((each) => [each.id, each]));
  let authors: Map<string, Post[]> | null = null;
  const byAuthor = () => {
    if (authors !== null) return authors;
    authors = new Map();
    for (const post of posts) {
      const own = authors.get(post.authorId);
      if (own) own.push(post);
      else authors.set(post.authorId, [post]);
    }
    return authors;
  };
  let whenSettled: ReadonlyMap<string, PostInPlace> | null = null;
  return {
    posts,
    byId,
    isSettledAt: (now) => now >= settled,
    by: (personId) => byAuthor().get(personId) ?? [],
    placedAt: (now) => (now >= settled ? (whenSettled ??= place(settled)) : place(now)),
  };
}

/** By what a database and its transactions have in common. */
const kept = new WeakMap<object, ReturnType<typeof recent<Kept>>>();

const lastChangeOf = statement((db, at: { forumId: string }) =>
  db
    .selectFrom('post_change')
    .select((eb) => eb.fn.max('n').as('n'))
    .where('forum_id', '=', at.forumId),
);

/** The number of a forum's last change; 0 while nothing was written. */
export async function lastChange(db: Kysely<Database>, forumId: string): Promise<number> {
  const [last] = await lastChangeOf(db, { forumId });
  return last?.n ?? 0;
}

async function changedSince(db: Kysely<Database>, forumId: string, n: number): Promise<string[]> {
  const rows = await db
    .selectFrom('post_change')
    .select('post_id')
    .where('forum_id', '=', forumId)
    .where('n', '>', n)
    .limit(FEW + 1)
    .execute();
  return rows.map(({ post_id }) => post_id);
}

const keptIn = (db: Kysely<Database>) => {
  const { adapter } = db.getExecutor();
  const forums = kept.get(adapter) ?? recent<Kept>(KEPT_POSTS, ({ forum }) => forum.posts.length);
  kept.set(adapter, forums);
  return forums;
};

/** Whether the posts of a forum are kept in memory, at least as they were some while ago. */
export const hasPostsOf = (db: Kysely<Database>, forumId: string): boolean =>
  keptIn(db).get(forumId) !== undefined;

/**
 * The posts of a forum, kept in memory and brought up to date with what has changed since. A transaction uses what is kept as far as
 * the forum's counter says that it still holds, and keeps nothing itself: what is not acknowledged yet is forgotten with it.
 */
export async function postsOfForum(
  db: Kysely<Database>,
  courseId: string,
  forumId: string,
): Promise<ForumPosts> {
  const forums = keptIn(db);
  const before = forums.get(forumId);
  // Read first: what changes meanwhile is read again next time, and nothing is missed.
  const n = await lastChange(db, forumId);
  const forum = before?.n === n ? before.forum : await broughtUpToDate(db, courseId, forumId, before, n);
  if (!db.isTransaction) forums.set(forumId, { forum, n });
  return forum;
}

async function broughtUpToDate(
  db: Kysely<Database>,
  courseId: string,
  forumId: string,
  before: Kept | undefined,
  n: number,
): Promise<ForumPosts> {
  const ids = before === undefined || n < before.n ? null : await changedSince(db, forumId, before.n);
  if (before === undefined || ids === null || ids.length > FEW)
    return forumPosts(await loadPosts(db, { courseId, forumId }));
  const fresh = await loadPosts(db, { courseId, forumId, ids });
  const byId = new Map(before.forum.byId);
  for (const post of fresh) byId.set(post.id, post);
  return forumPosts(inOrder([...byId.values()]));
}

/** As the database orders them: by creation, then by id compared by code point. */
function inOrder(posts: Post[]): Post[] {
  return posts.sort((a, b) => a.revisions[0]!.at - b.revisions[0]!.at || (a.id < b.id ? -1 : 1));
}
