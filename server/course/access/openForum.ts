import { accessTo, type Access } from '../../../core/access/accessTo';
import { answeredIn } from '../../../core/access/answeredIn';
import type { PostInPlace } from '../../../core/access/mayRead';
import { readable, readsText, type ReadAs } from '../../../core/access/readable';
import type { CourseData } from '../../../core/course/courseData';
import type { Forum } from '../../../core/course/forum';
import type { Post } from '../../../core/course/post';
import type { Kysely } from 'kysely';
import type { DateWriter } from '../../../words/dates';
import { datesFor, type InCourse } from '../setup/inCourse';
import type { Database } from '../../db/schema';
import { notFound } from '../../refusals/problem';
import { courseDataFor } from '../facts/courseDataFor';
import type { ForumPosts } from '../posts/forumPosts';

/** A forum with one person's access to it, and its posts as they stand. Every way out of a forum begins here. */
export interface OpenForum {
  readonly forum: Forum;
  readonly data: CourseData;
  readonly access: Access;
  readonly posts: ReadonlyMap<string, Post>;
  readonly placed: ReadonlyMap<string, PostInPlace>;
  /** What may leave the server, and as what. */
  readonly sees: ReadonlyMap<string, ReadAs>;
  /** The person's own posts that someone else answered, as far as they may know. */
  readonly answered: ReadonlySet<string>;
  /** Writes dates for whoever opened it. */
  readonly date: DateWriter;
}

/** Works out what a person may receive of a forum at *now*; 404 where it is not there for them. */
export async function openForum(
  db: Kysely<Database>,
  course: InCourse,
  forumId: string,
  now: number,
): Promise<OpenForum> {
  const opened = await openForumQuietly(db, course, forumId, now);
  if (opened.access.kind === 'student' && opened.access.phase === 'absent') throw notFound();
  return opened;
}

/** The same for a way out that stays open in every phase: one's own posts. 404 only for a forum that does not exist. */
export async function openForumQuietly(
  db: Kysely<Database>,
  course: InCourse,
  forumId: string,
  now: number,
): Promise<OpenForum> {
  const forum = course.setup.forums.get(forumId);
  if (!forum) throw notFound();
  const { data, here } = await courseDataFor(db, course.setup, course.person.id, forumId);
  return openedWith(course, { forum, data, here }, accessTo(data, forum, course.person, now), now);
}

/** A forum as some access opens it. */
export function openedWith(
  course: InCourse,
  { forum, data, here }: { forum: Forum; data: CourseData; here: ForumPosts },
  access: Access,
  now: number,
): OpenForum {
  const placed = here.placedAt(now);
  let sees: OpenForum['sees'] | null = null;
  let answered: OpenForum['answered'] | null = null;
  return {
    forum,
    data,
    access,
    posts: here.byId,
    placed,
    // These look at every post: whoever asks for a few does not wait for it.
    get sees() {
      return (sees ??= readable(access, [...placed.values()]));
    },
    get answered() {
      return (answered ??= answeredIn(access, placed.values()));
    },
    date: datesFor(course, now),
  };
}

/** Whether the text of a post is there for whoever opened the forum: what `sees` says of it, without looking at all others. */
export function readsTextOf({ access, placed }: OpenForum, postId: string): boolean {
  const place = placed.get(postId);
  return place !== undefined && readsText(access, place);
}

/** Whether a post is there for whoever opened the forum, with its text or as an empty place with something below it. */
export const isThere = (opened: OpenForum, postId: string): boolean =>
  readsTextOf(opened, postId) || (opened.placed.get(postId)?.removed === true && opened.sees.has(postId));

/** A post a person may read, with its place; 404 otherwise. */
export function readablePost(opened: OpenForum, postId: string): { post: Post; place: PostInPlace } {
  const post = opened.posts.get(postId);
  const place = opened.placed.get(postId);
  if (!post || !place || !readsText(opened.access, place)) throw notFound();
  return { post, place };
}
