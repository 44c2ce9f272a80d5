import type { AnswerOf } from '../../contract/endpoint';
import type { getInCommon, InCommonPair } from '../../contract/textInCommon';
import { orBusy } from '../apart/askThread';
import type { InCourse } from '../course/setup/inCourse';
import { countPosts } from '../course/posts/countPosts';
import type { Db } from '../db/open';
import type { Deps } from '../feature/deps';
import { receivedIsWritten } from '../readMarks/received';
import { readReadings } from '../readings/readingTexts';
import { notFound } from '../refusals/problem';
import { agreedEarlier } from './earlierCourses';
import { askInCommon, type InCommonSaid } from './inCommonApart';
import { pairCount, pairList, type InCommonQuery } from './pairList';
import { pairView } from './pairView';

/** With more posts than these a course, with the earlier ones it is compared with, is compared in a thread. */
const POSTS_HERE = 400;

async function isSmall(db: Db, courseId: string): Promise<boolean> {
  const earlier = await agreedEarlier(db, courseId);
  return (await countPosts(db, [courseId, ...earlier.map(({ id }) => id)])) <= POSTS_HERE;
}

/** What readings say and what reached whom is written down before it is asked. */
async function ready({ db, dataFolder }: Pick<Deps, 'db' | 'dataFolder'>, courseId: string): Promise<void> {
  await readReadings(db, dataFolder, courseId);
  await receivedIsWritten(db);
}

/** Pairs of posts with text in common: of a large course from a thread beside the requests. */
export async function answerList(
  deps: Deps,
  course: InCourse,
  query: InCommonQuery,
  now: number,
): Promise<AnswerOf<typeof getInCommon>> {
  const courseId = course.setup.id;
  await ready(deps, courseId);
  if (await isSmall(deps.db, courseId)) return pairList(deps.db, course, query, now);
  const personId = course.person.id;
  const said = orBusy(await askInCommon(deps.db, { what: 'list', courseId, personId, query, now }));
  return (said as Extract<InCommonSaid, { list: unknown }>).list;
}

/** Two posts side by side, likewise. */
export async function answerPair(
  deps: Deps,
  course: InCourse,
  names: { one: string; other: string },
  now: number,
): Promise<InCommonPair> {
  const courseId = course.setup.id;
  await ready(deps, courseId);
  if (await isSmall(deps.db, courseId)) return pairView(deps.db, course, names, now);
  const said = orBusy(
    await askInCommon(deps.db, {
      what: 'pair',
      courseId,
      personId: course.person.id,
      ...names,
      now,
    }),
  );
  const { pair } = said as Extract<InCommonSaid, { pair: unknown }>;
  if (pair === null) throw notFound();
  return pair;
}

/** In how many pairs that are not put aside one student of a forum is, likewise. */
export async function answerCount(
  deps: Deps,
  course: InCourse,
  of: { readonly forum: string; readonly student: string },
  now: number,
): Promise<number> {
  const courseId = course.setup.id;
  await readReadings(deps.db, deps.dataFolder, courseId);
  if (await isSmall(deps.db, courseId)) return pairCount(deps.db, course, of, now);
  const said = orBusy(
    await askInCommon(deps.db, { what: 'count', courseId, personId: course.person.id, of, now }),
  );
  return (said as Extract<InCommonSaid, { count: unknown }>).count;
}

/** Compares what came in a course that is large enough to be waited for. */
export async function compareAhead(
  { db, dataFolder, clock }: Pick<Deps, 'db' | 'dataFolder' | 'clock'>,
  courseId: string,
): Promise<void> {
  if (await isSmall(db, courseId)) return;
  await readReadings(db, dataFolder, courseId);
  await askInCommon(db, { what: 'compare', courseId, now: clock.now() });
}
