import type { Kysely } from 'kysely';
import { postsInPlace, type PostInPlace } from '../../core/access/mayRead';
import type { Post } from '../../core/course/post';
import type { Database } from '../db/schema';
import { loadPosts } from './loadPosts';

/** The posts of a forum as the rules read them, and as they stand once everything that happened to them has happened. */
export interface ForumPosts {
  readonly posts: readonly Post[];
  readonly byId: ReadonlyMap<string, Post>;
  /** Where every post stands at an instant. */
  placedAt(now: number): ReadonlyMap<string, PostInPlace>;
}

interface Kept {
  readonly forum: ForumPosts;
  /** The number of the forum's last change that is in it. */
  readonly n: number;
}

/** How many posts are kept in memory; a course of 2,000 students in a term. */
const KEPT_POSTS = 150_000;
/** With more changes than these everything is read again. */
const FEW = 400;

function lastEventOf(post: Post): number {
  let last = post.revisions.at(-1)!.at;
  for (const { from, to } of post.removals) last = Math.max(last, from, to ?? 0);
  for (const { at } of post.approvals) last = Math.max(last, at);
  for (const { from, to } of post.freezes ?? []) last = Math.max(last, from, to ?? 0);
  return last;
}

function forumPosts(posts: readonly Post[]): ForumPosts {
  const byId = new Map(posts.map((post) => [post.id, post]));
  const settled = posts.reduce((last, post) => Math.max(last, lastEventOf(post)), 0);
  const place = (now: number) => new Map(postsInPlace(posts, now).map((each) => [each.id, each]));
  let whenSettled: ReadonlyMap<string, PostInPlace> | null = null;
  return {
    posts,
    byId,
    placedAt: (now) => (now >= settled ? (whenSettled ??= place(settled)) : place(now)),
  };
}

const kept = new WeakMap<Kysely<Database>, Map<string, Kept>>();

/** The number of a forum's last change; 0 while nothing was written. */
async function lastChange(db: Kysely<Database>, forumId: string): Promise<number> {
  const { n } = await db
    .selectFrom('post_change')
    .select((eb) => eb.fn.max('n').as('n'))
    .where('forum_id', '=', forumId)
    .executeTakeFirstOrThrow();
  return n ?? 0;
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

function forgetOldest(forums: Map<string, Kept>): void {
  let posts = [...forums.values()].reduce((sum, { forum }) => sum + forum.posts.length, 0);
  for (const [id, { forum }] of forums) {
    if (posts <= KEPT_POSTS || forums.size === 1) return;
    forums.delete(id);
    posts -= forum.posts.length;
  }
}

/**
 * The posts of a forum, kept in memory and brought up to date with what has changed since. Within a transaction they are
 * read from the database, so that what is not acknowledged yet is never kept.
 */
export async function postsOfForum(
  db: Kysely<Database>,
  courseId: string,
  forumId: string,
): Promise<ForumPosts> {
  const all = async () => forumPosts(await loadPosts(db, { courseId, forumId }));
  if (db.isTransaction) return all();
  const forums = kept.get(db) ?? new Map<string, Kept>();
  kept.set(db, forums);
  const before = forums.get(forumId);
  // Read first: what changes meanwhile is read again next time, and nothing is missed.
  const n = await lastChange(db, forumId);
  let forum = before?.forum;
  if (before === undefined || forum === undefined) forum = await all();
  else if (n !== before.n) {
    const ids = await changedSince(db, forumId, before.n);
    if (n < before.n || ids.length > FEW) forum = await all();
    else {
      const fresh = await loadPosts(db, { courseId, forumId, ids });
      const byId = new Map(forum.byId);
      for (const post of fresh) byId.set(post.id, post);
      forum = forumPosts(inOrder([...byId.values()]));
    }
  }
  forums.delete(forumId);
  forums.set(forumId, { forum, n });
  forgetOldest(forums);
  return forum;
}

/** As the database orders them: by creation, then by id compared by code point. */
function inOrder(posts: Post[]): Post[] {
  return posts.sort((a, b) => a.revisions[0]!.at - b.revisions[0]!.at || (a.id < b.id ? -1 : 1));
}
