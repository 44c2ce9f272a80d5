import { createHmac, randomBytes } from 'node:crypto';
import type { PersonName } from '../../../contract/basics';
import type { Db } from '../../db/open';
import { notFound, refused } from '../../refusals/problem';
import { isSecond, readingsOf } from '../scores/readings';
import { forumIn, type InCourse } from '../setup/inCourse';

/** What begins every name that stands for a covered student. */
const ALIAS = 'covered-';
const isAlias = (id: string) => id.startsWith(ALIAS);

/** The key that aliases are made with: of this data folder alone, so that nobody works out who stands behind one. */
async function aliasKey(db: Db): Promise<string> {
  const kept = db.selectFrom('secret').select('value').where('name', '=', 'aliases');
  const known = await kept.executeTakeFirst();
  if (known) return known.value;
  await db
    .insertInto('secret')
    .values({ name: 'aliases', value: randomBytes(32).toString('base64url') })
    .onConflict((oc) => oc.column('name').doNothing())
    .execute();
  return (await kept.executeTakeFirstOrThrow()).value;
}

/**
 * A course as an evaluator of one forum may know it. Where names are covered, an evaluator does not learn whose work they judge until
 * its score is given. Where they are shown, everything here answers what it is given.
 */
export interface Covered {
  /** The course with covered names in the place of real ones. */
  readonly course: InCourse;
  /** The course with everyone's name: for what is written, never for what is answered. */
  readonly withNames: InCourse;
  /** Whether names are shown, covered as who asks has chosen, or covered for everyone by the forum. */
  readonly names: 'shown' | 'hidden' | 'hiddenForAll';
  /** Who stands behind an alias, or a real id as it is; not found where nobody does. */
  readonly studentOf: (id: string) => string;
  /** Whether a student's name is covered. */
  readonly covers: (studentId: string) => boolean;
  /** The order of everyone's aliases, which tells nothing of names. */
  readonly position: (studentId: string) => number;
  /** A student's alias where they are covered, else their id. */
  readonly shownId: (studentId: string) => string;
  /** The same value with names of their own for some posts: by its id a post would be found in the conversation, with its author. */
  readonly hidePosts: <T>(value: T, postIds: Iterable<string>) => T;
  /** The same value with the posts that stand behind such names. */
  readonly showPosts: <T>(value: T, postIds: Iterable<string>) => T;
  /** The same once something was written: whoever has a score now is covered no more. */
  readonly anew: (db: Db) => Promise<Covered>;
}

/** What was asked that tells whether names are to be covered. */
export interface AskedCovered {
  readonly names: 'shown' | 'hidden';
  /** The students it names. Whoever names one by an alias sees names covered. */
  readonly students: readonly string[];
}

/** A value of an answer or a request with some ids in it replaced by others, also in addresses within texts. */
function withIds<T>(value: T, names: ReadonlyMap<string, string>): T {
  if (names.size === 0) return value;
  const ids = new RegExp(`(?:(?<![\\w-])|(?<=#post-))(?:${[...names.keys()].join('|')})(?![\\w-])`, 'g');
  return JSON.parse(JSON.stringify(value).replace(ids, (id) => names.get(id)!)) as T;
}

/** Whose score is given, or who is excused; where two read, whom the evaluator has read themselves. */
async function scoredBy(db: Db, course: InCourse, forumId: string): Promise<ReadonlySet<string>> {
  const { forum, card } = forumIn(course.setup, forumId);
  if (card.itemId === null) return new Set();
  const given = await db
    .selectFrom('score')
    .select('student_id')
    .where('item_id', '=', card.itemId)
    .where((eb) => eb.or([eb('points', 'is not', null), eb('excused', '=', 1)]))
    .execute();
  const known = new Set(given.map(({ student_id }) => student_id));
  if (forum.evaluation?.secondReading)
    for (const [studentId, readings] of await readingsOf(db, card.itemId))
      if (isSecond(readings, course.person.id)) known.delete(studentId);
  return known;
}

/** The course where nothing is covered. */
const asItIs = (course: InCourse, anew: Covered['anew']): Covered => ({
  course,
  withNames: course,
  names: 'shown',
  studentOf: (id) => id,
  covers: () => false,
  position: () => -1,
  shownId: (id) => id,
  hidePosts: (value) => value,
  showPosts: (value) => value,
  anew,
});

/**
 * Covers the names of everyone in a forum whose score is not given yet: a number stands for each, alike at every visit, in an order
 * that is not that of names. Names that classmates typed into their posts remain.
 */
export async function coverNames(
  db: Db,
  course: InCourse,
  forumId: string,
  asked: AskedCovered,
): Promise<Covered> {
  const anew = (later: Db) => coverNames(later, course, forumId, asked);
  const byForum = forumIn(course.setup, forumId).forum.evaluation?.hideNames === true;
  if (!byForum && asked.names === 'shown' && !asked.students.some(isAlias)) return asItIs(course, anew);
  const { setup } = course;
  const key = await aliasKey(db);
  const digest = (of: string) => createHmac('sha256', key).update(of).digest('hex').slice(0, 20);
  const aliasOf = (studentId: string) => ALIAS + digest(`${forumId} ${studentId}`);
  const postAlias = (postId: string) => `${ALIAS}p${digest(`${forumId} post ${postId}`)}`;
  const known = await scoredBy(db, course, forumId);
  const inOrder = [...setup.students.keys()]
    .map((id) => ({ id, alias: aliasOf(id) }))
    .sort((a, b) => (a.alias < b.alias ? -1 : 1));
  const places = new Map(inOrder.map(({ id }, index) => [id, index]));
  const byAlias = new Map(inOrder.map(({ id, alias }) => [alias, id]));
  const covers = (id: string) => places.has(id) && !known.has(id);
  const names = new Map(
    [...setup.names].map(([id, name]): [string, PersonName] => {
      if (!covers(id)) return [id, name];
      const title = `Student ${places.get(id)! + 1}`;
      return [id, { id: aliasOf(id), name: title, given: title, sortable: title }];
    }),
  );
  return {
    course: { ...course, setup: { ...setup, names } },
    withNames: course,
    names: byForum ? 'hiddenForAll' : 'hidden',
    covers,
    studentOf: (id) => {
      if (!isAlias(id)) {
        // Whoever names a student would learn from the answer which number they have.
        if (byForum && covers(id))
          throw refused(
            'namesHidden',
            'Names are hidden in this forum until a score is given. Open the student from the docket.',
          );
        return id;
      }
      const student = byAlias.get(id);
      if (student === undefined) throw notFound();
      return student;
    },
    position: (id) => places.get(id) ?? -1,
    shownId: (id) => (covers(id) ? aliasOf(id) : id),
    hidePosts: (value, ids) => withIds(value, new Map([...ids].map((id) => [id, postAlias(id)]))),
    showPosts: (value, ids) => withIds(value, new Map([...ids].map((id) => [postAlias(id), id]))),
    anew,
  };
}
