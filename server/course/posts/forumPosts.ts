import { isMainThread } from 'node:worker_threads';
import type { Kysely } from 'kysely';
import { postsInPlace, type PostInPlace } from '../../../core/access/mayRead';
import { createdAt, type Post } from '../../../core/course/post';
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
  readonly forum: Snapshot;
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
  for (const { from, to } of [...(post.freezes ?? []), ...(post.highlights ?? [])])
    last = Math.max(last, from, to ?? 0);
  return last;
}

/** Posts as they are kept. A snapshot never changes: whoever has one may go on with it while others have newer ones. */
class Snapshot implements ForumPosts {
  #authors: ReadonlyMap<string, readonly Post[]> | null = null;
  #whenSettled: ReadonlyMap<string, PostInPlace> | null = null;

  constructor(
    readonly posts: readonly Post[],
    readonly byId: ReadonlyMap<string, Post>,
    readonly settled: number,
  ) {}

  isSettledAt(now: number): boolean {
    return now >= this.settled;
  }

  by(personId: string): readonly Post[] {
    this.#authors ??= withAuthors(new Map(), this.posts);
    return this.#authors.get(personId) ?? [];
  }

  placedAt(now: number): ReadonlyMap<string, PostInPlace> {
    if (now < this.settled) return this.#place(this.posts, now);
    return (this.#whenSettled ??= this.#place(this.posts, this.settled));
  }

  /**
   * The same with posts that came after all of these. Nothing that was there stands otherwise because of them, so that only they are
   * put in their places; null where some of them were there already, or are older.
   */
  with(fresh: readonly Post[]): Snapshot | null {
    const last = this.posts.at(-1);
    if (last !== undefined && fresh.some((post) => this.byId.has(post.id) || isBefore(post, last)))
      return null;
    const byId = new Map(this.byId);
    for (const post of fresh) byId.set(post.id, post);
    const settled = Math.max(this.settled, ...fresh.map(lastEventOf));
    const next = new Snapshot([...this.posts, ...fresh], byId, settled);
    next.#authors = this.#authors && withAuthors(this.#authors, fresh);
    if (this.#whenSettled === null) return next;
    const placed = new Map(this.#whenSettled);
    const above = new Map(fresh.flatMap((post) => lineOf(post, byId)).map((post) => [post.id, post]));
    const inLine = this.#place([...above.values()], settled);
    for (const { id } of fresh) placed.set(id, inLine.get(id)!);
    next.#whenSettled = placed;
    return next;
  }

  #place(posts: readonly Post[], now: number): ReadonlyMap<string, PostInPlace> {
    return new Map(postsInPlace(posts, now).map((each) => [each.id, each]));
  }
}

/** A post with everything above it. */
function lineOf(post: Post, byId: ReadonlyMap<string, Post>): Post[] {
  const line: Post[] = [];
  for (let at: Post | undefined = post; at; at = byId.get(at.parentId ?? '')) line.push(at);
  return line;
}

/** The posts of each author, with more of them. */
function withAuthors(
  before: ReadonlyMap<string, readonly Post[]>,
  more: readonly Post[],
): ReadonlyMap<string, readonly Post[]> {
  const authors = new Map(before);
  const added = new Map<string, Post[]>();
  for (const post of more) {
    const own = added.get(post.authorId);
    if (own) own.push(post);
    else added.set(post.authorId, [...(before.get(post.authorId) ?? []), post]);
  }
  for (const [id, own] of added) authors.set(id, own);
  return authors;
}

/** Posts as they are kept: all of a forum, or some with everything above them. */
export function forumPosts(posts: readonly Post[]): Snapshot {
  const settled = posts.reduce((last, post) => Math.max(last, lastEventOf(post)), 0);
  return new Snapshot(posts, new Map(posts.map((post) => [post.id, post])), settled);
}

/** What is kept of a data file, and how what is committed in it is read. */
interface KeptIn {
  readonly forums: ReturnType<typeof recent<Kept>>;
  /** null until somebody has read outside of a transaction. */
  committed: Kysely<Database> | null;
}

/** By what a database and its transactions have in common. */
const kept = new WeakMap<object, KeptIn>();

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

const someChangesAfter = statement((db, at: { forumId: string; n: number }) =>
  db
    .selectFrom('post_change')
    .select('post_id')
    .where('forum_id', '=', at.forumId)
    .where('n', '>', at.n)
    .limit(FEW + 1),
);

async function changedSince(db: Kysely<Database>, forumId: string, n: number): Promise<string[]> {
  const rows = await someChangesAfter(db, { forumId, n });
  return rows.map(({ post_id }) => post_id);
}

function keptIn(db: Kysely<Database>): KeptIn {
  const { adapter } = db.getExecutor();
  const known = kept.get(adapter) ?? {
    forums: recent<Kept>(KEPT_POSTS, ({ forum }) => forum.posts.length),
    committed: null,
  };
  kept.set(adapter, known);
  if (!db.isTransaction) known.committed ??= db;
  return known;
}

/** Whether the posts of a forum are kept in memory, at least as they were some while ago. */
export const hasPostsOf = (db: Kysely<Database>, forumId: string): boolean =>
  keptIn(db).forums.get(forumId) !== undefined;

/**
 * The posts of a forum, kept in memory and brought up to date with what has changed since. A transaction keeps nothing of what it sees
 * itself, for what is not acknowledged yet is forgotten with it: what others have committed is read beside it and kept, and only its own
 * changes are added for it alone.
 */
export async function postsOfForum(
  db: Kysely<Database>,
  courseId: string,
  forumId: string,
): Promise<ForumPosts> {
  const { forums, committed } = keptIn(db);
  // Read first: what changes meanwhile is read again next time, and nothing is missed.
  const n = await lastChange(db, forumId);
  if (db.isTransaction && committed !== null && forums.get(forumId)?.n !== n)
    await postsOfForum(committed, courseId, forumId);
  const before = forums.get(forumId);
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
): Promise<Snapshot> {
  const ids = before === undefined || n < before.n ? null : await changedSince(db, forumId, before.n);
  if (before === undefined || ids === null || ids.length > FEW)
    return forumPosts(await loadPosts(db, { courseId, forumId }));
  const fresh = await loadPosts(db, { courseId, forumId, ids });
  const added = before.forum.with(fresh);
  if (added !== null) return added;
  const byId = new Map(before.forum.byId);
  for (const post of fresh) byId.set(post.id, post);
  return forumPosts([...byId.values()].sort((a, b) => (isBefore(a, b) ? -1 : 1)));
}

/** As the database orders them: by creation, then by id compared by code point. */
function isBefore(a: Post, b: Post): boolean {
  const [one, other] = [createdAt(a), createdAt(b)];
  return one < other || (one === other && a.id < b.id);
}
