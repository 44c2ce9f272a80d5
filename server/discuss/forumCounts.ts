import { setImmediate as nextTurn } from 'node:timers/promises';
import type { Access } from '../../core/access/accessTo';
import { readable, sealedCount } from '../../core/access/readable';
import { createdAt, isRemovedAt } from '../../core/course/post';
import type { InCourse } from '../course/setup/inCourse';
import type { Db } from '../db/open';
import { marksOf } from '../readMarks/readMarks';
import type { ForumPosts } from '../course/posts/forumPosts';

/** How many posts a forum holds for a person, and which of them came last. */
export interface ForumCounts {
  readonly posts: number;
  readonly unread: number;
  readonly sealedPosts: number;
  /** UTC ms; null: there is none. */
  readonly lastAt: number | null;
  /** The two newest posts of others. */
  readonly newest: readonly { readonly id: string; readonly authorId: string; readonly at: number }[];
}

/** What a person has read of the forums of a course, told only by whether it is the same as before. */
export type ReadState = (forumId: string) => string;

/** Asks how much of each forum a person has read, and when they last did. */
export async function readStateOf(db: Db, course: InCourse): Promise<ReadState> {
  const rows = await db
    .selectFrom('read_mark')
    .innerJoin('post', 'post.id', 'read_mark.post_id')
    .innerJoin('forum', 'forum.id', 'post.forum_id')
    .select('post.forum_id')
    .select((eb) => [eb.fn.countAll<number>().as('marks'), eb.fn.max('read_mark.at').as('last')])
    .where('read_mark.person_id', '=', course.person.id)
    .where('forum.course_id', '=', course.setup.id)
    .groupBy('post.forum_id')
    .execute();
  // A cheap sign that reading has changed: taking a mark away changes their number, making one changes the time of the latest.
  const states = new Map(rows.map(({ forum_id, marks, last }) => [forum_id, `${marks} ${last}`]));
  return (forumId) => states.get(forumId) ?? '';
}

/** After counting so many posts others get their turn. */
const MANY = 1000;

interface Kept {
  readonly basis: string;
  readonly counts: ForumCounts;
}

/**
 * The cache, first by the posts that were counted, then by person. A change in a forum loads its posts as a new object, so what was
 * counted of the old one is never found again.
 */
const kept = new WeakMap<ForumPosts, Map<string, Kept>>();

/**
 * Counts what a forum holds for a person. It is kept while posts, access and reading stay as they are, so that a list of many large forums
 * costs no more than what has changed in them.
 */
export async function forumCounts(
  db: Db,
  course: InCourse,
  { forumId, access, here, read }: { forumId: string; access: Access; here: ForumPosts; read: ReadState },
  now: number,
): Promise<ForumCounts> {
  const me = course.person.id;
  const isKept = course.vantage === undefined && here.isSettledAt(now);
  const basis = JSON.stringify([access, read(forumId)]);
  const people = kept.get(here) ?? new Map<string, Kept>();
  const before = people.get(me);
  if (isKept && before?.basis === basis) return before.counts;
  const placed = [...here.placedAt(now).values()];
  const sees = readable(access, placed);
  const { isRead } = await marksOf(db, course, forumId);
  const texts = here.posts.filter((post) => sees.get(post.id) === 'text' && !isRemovedAt(post, now));
  const others = texts.filter(({ authorId }) => authorId !== me);
  const counts: ForumCounts = {
    posts: texts.length,
    unread: others.filter(({ id }) => !isRead(id)).length,
    sealedPosts: sealedCount(access, placed),
    lastAt: texts.reduce<number | null>((last, post) => Math.max(last ?? 0, createdAt(post)), null),
    newest: others
      .map((post) => ({ id: post.id, authorId: post.authorId, at: createdAt(post) }))
      .sort((a, b) => b.at - a.at)
      .slice(0, 2),
  };
  if (here.posts.length > MANY && !db.isTransaction) await nextTurn();
  if (isKept) {
    kept.set(here, people);
    people.set(me, { basis, counts });
  }
  return counts;
}
