import { setImmediate as othersTurn } from 'node:timers/promises';
import { LRUCache } from 'lru-cache';
import type { Kysely } from 'kysely';
import { SECOND } from '../../core/time/instant';
import type { InCourse } from '../course/setup/inCourse';
import type { Db } from '../db/open';
import type { Database } from '../db/schema';
import { packReceipts, unpackReceipts, type Receipt } from './receivedLog';

/** A text, or a passage of it, that leaves the server for a student. */
export interface Sent {
  readonly id: string;
  readonly forumId: string;
  readonly authorId: string;
  readonly version: number;
}

/** What is noted is written together, so long after the first of it. */
const GATHER = 2 * SECOND;
/** A row that has grown to so many bytes is left as it is, and another begun. */
const ROW = 4096;
/** For so many people it is put together before requests have their turn. */
const AT_ONCE = 10;
/** What is known of so many posts of students is kept in memory. */
const KNOWN = 2_000_000;

/** What is to be written of one student in one forum. */
interface Waiting {
  readonly personId: string;
  readonly forumId: string;
  readonly sent: { post: string; version: number; at: number }[];
}

/** A row of what reached someone. */
interface LogRow {
  readonly person_id: string;
  readonly forum_id: string;
  readonly chunk: number;
  readonly data: Buffer;
}

/** What reached one student in one forum: every version once. */
interface Known {
  readonly versions: Set<string>;
  /** The row that is being added to. */
  chunk: number;
  receipts: Receipt[];
}

/**
 * Writes down what reached whom: of every student each version of each post, when it first left the server for them, in every forum
 * and by every way out. It is gathered in memory and written beside the requests, a few bytes a post.
 */
class ReceivedLog {
  readonly #known = new LRUCache<string, Known>({
    maxSize: KNOWN,
    sizeCalculation: ({ versions }) => versions.size + 20,
  });
  #waiting = new Map<string, Waiting>();
  #timer: NodeJS.Timeout | null = null;
  #work: Promise<void> = Promise.resolve();

  constructor(private readonly db: Db) {}

  note(personId: string, sent: readonly Sent[], now: number): void {
    for (const { id, forumId, version } of sent) {
      const key = `${personId} ${forumId}`;
      if (this.#known.get(key)?.versions.has(`${id} ${version}`)) continue;
      const waiting = this.#waiting.get(key) ?? { personId, forumId, sent: [] };
      this.#waiting.set(key, waiting);
      waiting.sent.push({ post: id, version, at: now });
    }
    if (this.#waiting.size > 0) {
      this.#timer ??= setTimeout(() => void this.settled().catch(() => undefined), GATHER);
      this.#timer.unref();
    }
  }

  /** Resolves when everything noted so far is written. */
  settled(): Promise<void> {
    if (this.#timer) clearTimeout(this.#timer);
    this.#timer = null;
    this.#work = this.#work.catch(() => undefined).then(() => this.#write());
    return this.#work;
  }

  async #write(): Promise<void> {
    const waiting = this.#waiting;
    if (waiting.size === 0) return;
    this.#waiting = new Map();
    try {
      const posts = [...waiting.values()].flatMap(({ sent }) => sent.map(({ post }) => post));
      const numbers = await numbersOf(this.db, [...new Set(posts)]);
      const rows: LogRow[] = [];
      for (const entry of waiting.values()) {
        if (rows.length % AT_ONCE === 0) await othersTurn();
        rows.push(...(await this.#add(entry, numbers)));
      }
      await this.db.transaction().execute((trx) => keep(trx, rows));
    } catch (error) {
      // What is not written is not known either; it waits for the next time.
      for (const [key, entry] of waiting) {
        this.#known.delete(key);
        const since = this.#waiting.get(key)?.sent ?? [];
        this.#waiting.set(key, { ...entry, sent: [...entry.sent, ...since] });
      }
      throw error;
    }
  }

  /** Adds to what is known of someone; answers the row that is to be kept for it. */
  async #add({ personId, forumId, sent }: Waiting, numbers: ReadonlyMap<string, number>): Promise<LogRow[]> {
    const key = `${personId} ${forumId}`;
    const known = this.#known.get(key) ?? (await load(this.db, personId, forumId));
    const fresh = sent.filter(({ post, version }) => {
      const name = `${post} ${version}`;
      if (known.versions.has(name)) return false;
      known.versions.add(name);
      return true;
    });
    this.#known.set(key, known);
    if (fresh.length === 0) return [];
    known.receipts.push(
      ...fresh.flatMap(({ post, version, at }) => {
        const number = numbers.get(post);
        return number === undefined ? [] : [{ post: number, version, at }];
      }),
    );
    const data = packReceipts(known.receipts);
    const row = { person_id: personId, forum_id: forumId, chunk: known.chunk, data };
    if (data.length >= ROW) {
      known.chunk++;
      known.receipts = [];
    }
    return [row];
  }
}

/** Puts rows in the place of those that were there before. */
async function keep(db: Kysely<Database>, rows: readonly LogRow[]): Promise<void> {
  for (let at = 0; at < rows.length; at += 100)
    await db
      .insertInto('received_log')
      .values(rows.slice(at, at + 100))
      .onConflict((conflict) =>
        conflict
          .columns(['person_id', 'forum_id', 'chunk'])
          .doUpdateSet((eb) => ({ data: eb.ref('excluded.data') })),
      )
      .execute();
}

/** The numbers of some posts' texts. */
async function numbersOf(db: Kysely<Database>, posts: readonly string[]): Promise<Map<string, number>> {
  const found = new Map<string, number>();
  for (let at = 0; at < posts.length; at += 1000) {
    const rows = await db
      .selectFrom('post_text')
      .select(['id', 'post_id'])
      .where('post_id', 'in', posts.slice(at, at + 1000))
      .execute();
    for (const { id, post_id } of rows) found.set(post_id, id);
  }
  return found;
}

async function rowsOf(db: Kysely<Database>, personId: string, forumId: string) {
  return db
    .selectFrom('received_log')
    .select(['chunk', 'data'])
    .where('person_id', '=', personId)
    .where('forum_id', '=', forumId)
    .orderBy('chunk')
    .execute();
}

async function load(db: Kysely<Database>, personId: string, forumId: string): Promise<Known> {
  const rows = await rowsOf(db, personId, forumId);
  const all = rows.flatMap(({ data }) => unpackReceipts(data));
  const posts = new Map<number, string>();
  const numbers = [...new Set(all.map(({ post }) => post))];
  for (let at = 0; at < numbers.length; at += 1000)
    for (const { id, post_id } of await db
      .selectFrom('post_text')
      .select(['id', 'post_id'])
      .where('id', 'in', numbers.slice(at, at + 1000))
      .execute())
      posts.set(id, post_id);
  const last = rows.at(-1);
  const isFull = last !== undefined && last.data.length >= ROW;
  return {
    versions: new Set(all.map(({ post, version }) => `${posts.get(post)} ${version}`)),
    chunk: last === undefined ? 0 : isFull ? last.chunk + 1 : last.chunk,
    receipts: last === undefined || isFull ? [] : unpackReceipts(last.data),
  };
}

/** By what a database and its transactions have in common. */
const logs = new WeakMap<object, ReceivedLog>();

function logOf(db: Kysely<Database>): ReceivedLog | null {
  const { adapter } = db.getExecutor();
  const known = logs.get(adapter);
  if (known || db.isTransaction) return known ?? null;
  const made = new ReceivedLog(db);
  logs.set(adapter, made);
  return made;
}

/**
 * Takes note of texts that leave the server for a student, so that it can be said later what they had in their hands when. Looking
 * through someone's eyes reaches nobody, and one's own posts are no news.
 */
export function noteReceived(db: Db, course: InCourse, sent: readonly Sent[], now: number): void {
  const { person } = course;
  if (person.kind !== 'student' || course.vantage) return;
  const others = sent.filter(({ authorId }) => authorId !== person.id);
  if (others.length > 0) logOf(db)?.note(person.id, others, now);
}

/** Resolves when everything that was noted is written: before it is read, and before the database is closed. */
export async function receivedIsWritten(db: Db): Promise<void> {
  await logs.get(db.getExecutor().adapter)?.settled();
}

/** When a version of a post first reached a student. */
export interface Reached {
  readonly postId: string;
  /** null: before versions were kept, some version did. */
  readonly version: number | null;
  readonly at: number;
}

/** Everything that reached a student in a forum, in the order it did. */
export async function reachedIn(db: Db, personId: string, forumId: string): Promise<Reached[]> {
  await receivedIsWritten(db);
  const rows = await rowsOf(db, personId, forumId);
  const receipts = rows.flatMap(({ data }) => unpackReceipts(data));
  const texts = await db
    .selectFrom('post_text')
    .innerJoin('post', 'post.id', 'post_text.post_id')
    .select(['post_text.id', 'post_id'])
    .where('post.forum_id', '=', forumId)
    .execute();
  const posts = new Map(texts.map(({ id, post_id }) => [id, post_id]));
  const before = await db
    .selectFrom('received')
    .innerJoin('post', 'post.id', 'received.post_id')
    .select(['received.post_id', 'received.at'])
    .where('received.person_id', '=', personId)
    .where('post.forum_id', '=', forumId)
    .execute();
  return [
    ...before.map(({ post_id, at }) => ({ postId: post_id, version: null, at })),
    ...receipts.flatMap(({ post, version, at }) =>
      posts.has(post) ? [{ postId: posts.get(post)!, version, at }] : [],
    ),
  ].sort((a, b) => a.at - b.at);
}
