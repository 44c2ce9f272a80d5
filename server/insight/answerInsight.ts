import type { AnswerOf, QueryOf } from '../../contract/endpoint';
import type { getInsightPosts, InsightView } from '../../contract/insight';
import { countPosts } from '../course/posts/countPosts';
import type { InCourse } from '../course/setup/inCourse';
import type { Db } from '../db/open';
import { orBusy } from '../apart/askThread';
import { insight, postsBehind, type Scope } from './insight';
import { askInsight, type InsightSaid } from './insightApart';

/** With more posts than these a course is read in a thread. */
const POSTS_HERE = 3000;

/** Whether a course is read so quickly that nobody waits for it. */
const isSmall = async (db: Db, courseId: string): Promise<boolean> =>
  (await countPosts(db, [courseId])) <= POSTS_HERE;

async function apart(
  db: Db,
  course: InCourse,
  asked: { scope: Scope; posts: QueryOf<typeof getInsightPosts> | null; now: number },
): Promise<InsightSaid> {
  return orBusy(await askInsight(db, { courseId: course.setup.id, personId: course.person.id, ...asked }));
}

/** The five questions, answered: of a large course in a thread beside the requests. */
export async function answerInsight(
  db: Db,
  course: InCourse,
  scope: Scope,
  now: number,
): Promise<InsightView> {
  if (await isSmall(db, course.setup.id)) return insight(db, course, scope, now);
  const said = await apart(db, course, { scope, posts: null, now });
  return (said as Extract<InsightSaid, { view: unknown }>).view;
}

/** The posts behind a part of a picture, likewise. */
export async function answerPosts(
  db: Db,
  course: InCourse,
  wanted: QueryOf<typeof getInsightPosts>,
  now: number,
): Promise<AnswerOf<typeof getInsightPosts>> {
  if (await isSmall(db, course.setup.id)) return postsBehind(db, course, wanted, now);
  const said = await apart(db, course, { scope: wanted, posts: wanted, now });
  return (said as Extract<InsightSaid, { posts: unknown }>).posts;
}
