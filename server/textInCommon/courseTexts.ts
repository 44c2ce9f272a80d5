import { setImmediate as othersTurn } from 'node:timers/promises';
import { sql } from 'kysely';
import { LRUCache } from 'lru-cache';
import type { ComparedPost, ComparedVersion } from '../../core/textInCommon/comparedPost';
import { comparedText, foldedWords } from '../../core/textInCommon/comparedText';
import { ComparedTexts } from '../../core/textInCommon/comparedTexts';
import { Cuts, type GivenText } from '../../core/textInCommon/cuts';
import { PairsIn, type PairFound } from '../../core/textInCommon/pairsIn';
import { Vocabulary } from '../../core/textInCommon/vocabulary';
import type { Reach } from '../../core/textInCommon/whoHadIt';
import type { RichNode } from '../../core/text/richText';
import { loadCourse, type CourseSetup } from '../course/setup/courseCache';
import { fromJson, type Json } from '../db/json';
import type { Db } from '../db/open';
import { agreedEarlier } from './earlierCourses';
import { givenIn, givenKey } from './givenTexts';

/** Posts of earlier courses, by their ids: in which course. */
export type Earlier = ReadonlyMap<string, { readonly courseId: string; readonly title: string }>;

/** What is compared of a course, as it stands. */
export interface CourseTexts {
  readonly pairs: readonly PairFound[];
  readonly texts: ComparedTexts;
  readonly in: PairsIn;
  readonly earlier: Earlier;
  /** Earlier courses, by their ids. */
  readonly setups: ReadonlyMap<string, CourseSetup>;
  readonly posts: number;
  /** Who could read the longest passage of a pair before, as far as that was asked; by the names of its versions. */
  readonly reaches: Map<string, Reach>;
}

interface Kept extends CourseTexts {
  readonly key: string;
  readonly vocabulary: Vocabulary;
  /** The last change of each forum that is in it. */
  readonly seen: Map<string, number>;
  /** What each post replies to. */
  readonly parents: Map<string, string | null>;
}

interface Row {
  readonly id: string;
  readonly parent_id: string | null;
  readonly author_id: string;
  readonly author_kind: 'student' | 'staff';
  readonly aside_with: string | null;
  readonly number: number;
  readonly at: number;
  readonly by_staff: number;
  readonly doc: Json<RichNode>;
}

/** So many versions of all courses together are kept. */
const KEPT_VERSIONS = 300_000;
/** So many posts are read before others have their turn. */
const AT_ONCE = 400;

const kept = new WeakMap<object, LRUCache<string, Kept>>();

function keptIn(db: Db): LRUCache<string, Kept> {
  const { adapter } = db.getExecutor();
  const courses =
    kept.get(adapter) ??
    new LRUCache<string, Kept>({
      maxSize: KEPT_VERSIONS,
      // The one that was asked for last is kept, however large it is.
      sizeCalculation: ({ texts }) => Math.min(KEPT_VERSIONS, texts.size + 1),
    });
  kept.set(adapter, courses);
  return courses;
}

/** The posts of a forum with all their versions, or those that changed since; the oldest first, texts as they are compared. */
async function postsIn(
  db: Db,
  forumId: string,
  since: number,
  compared: (doc: RichNode) => ComparedVersion['text'],
): Promise<ComparedPost[]> {
  const { rows } = await sql<Row>`
    SELECT post.id, post.parent_id, post.author_id, post.author_kind, post.aside_with, revision.number, revision.at,
      revision.by_staff, revision.doc
    FROM post JOIN revision ON revision.post_id = post.id JOIN post_change ON post_change.post_id = post.id
    WHERE post.forum_id = ${forumId} AND post_change.forum_id = ${forumId} AND post_change.n > ${since}
    ORDER BY post.created_at, post.id, revision.number`.execute(db);
  const posts: (ComparedPost & { versions: ComparedVersion[] })[] = [];
  for (const [index, row] of rows.entries()) {
    const { id, number, at } = row;
    if (index % AT_ONCE === AT_ONCE - 1) await othersTurn();
    const version = { number, at, byStaff: row.by_staff === 1, text: compared(fromJson(row.doc)) };
    const last = posts.at(-1);
    if (last?.id === id) last.versions.push(version);
    else
      posts.push({
        ...{ id, forumId, parentId: row.parent_id, authorId: row.author_id, versions: [version] },
        authorKind: row.author_kind,
        isAside: row.aside_with !== null,
      });
  }
  return posts;
}

async function lastChangeOf(db: Db, forumId: string): Promise<number> {
  const { n } = await db
    .selectFrom('post_change')
    .select((eb) => eb.fn.coalesce(eb.fn.max<number>('n'), sql<number>`0`).as('n'))
    .where('forum_id', '=', forumId)
    .executeTakeFirstOrThrow();
  return n;
}

const NONE: ReadonlySet<number> = new Set();

const comparedWith =
  (vocabulary: Vocabulary, masked?: ReadonlySet<string>) =>
  (doc: RichNode, quotes: 'leftOut' | 'kept' = 'leftOut'): ComparedVersion['text'] => {
    const { words, breaks } = comparedText(doc, quotes);
    // Hardly a text quotes: the others share one empty set.
    return { words: vocabulary.numbersOf(words, masked), breaks: breaks.size === 0 ? NONE : breaks };
  };

/** Every word of the names of a course's people, folded: in what is compared with other courses they are equal to nothing. */
export const namesOf = (setup: CourseSetup): ReadonlySet<string> =>
  new Set(
    [...setup.names.values()].flatMap(({ name, given, sortable }) =>
      foldedWords(`${name} ${given} ${sortable}`),
    ),
  );

async function begin(
  db: Db,
  setup: CourseSetup,
  key: string,
  agreed: readonly { readonly id: string; readonly title: string }[],
): Promise<Kept> {
  const vocabulary = new Vocabulary();
  const setups = new Map<string, CourseSetup>();
  const earlier = new Map<string, { courseId: string; title: string }>();
  const compared = comparedWith(vocabulary);
  const given: GivenText[] = [];
  const give = async (by: CourseSetup) => {
    for (const { forumId, kind, doc } of await givenIn(db, by))
      given.push({ forumId, kind, text: compared(doc, 'kept') });
  };
  await give(setup);
  const before: ComparedPost[] = [];
  for (const { id, title } of agreed) {
    const there = await loadCourse(db, id);
    if (!there) continue;
    setups.set(id, there);
    await give(there);
    const masked = comparedWith(vocabulary, namesOf(there));
    for (const forumId of there.forums.keys())
      for (const post of await postsIn(db, forumId, -1, masked)) {
        before.push(post);
        earlier.set(post.id, { courseId: id, title });
      }
  }
  const texts = new ComparedTexts(new Cuts(given));
  for (const post of before) texts.putEarlier(post);
  return {
    ...{ key, vocabulary, texts, earlier, setups },
    ...{ pairs: [], posts: 0, reaches: new Map() },
    in: new PairsIn(texts),
    seen: new Map(),
    parents: new Map(),
  };
}

/** Reads what came since; false where a post was moved, so that all has to be compared anew. */
async function bringUpToDate(db: Db, setup: CourseSetup, course: Kept): Promise<boolean> {
  const compared = comparedWith(course.vocabulary);
  for (const forumId of setup.forums.keys()) {
    const last = await lastChangeOf(db, forumId);
    const seen = course.seen.get(forumId) ?? -1;
    if (last === seen) continue;
    for (const post of await postsIn(db, forumId, seen, compared)) {
      if (course.parents.has(post.id) && course.parents.get(post.id) !== post.parentId) return false;
      course.parents.set(post.id, post.parentId);
      course.texts.put(post);
    }
    course.seen.set(forumId, last);
  }
  return true;
}

/** Only one at a time brings a course up to date. */
const working = new WeakMap<object, Map<string, Promise<CourseTexts>>>();

/** What students of a course have in common in what they wrote, with all that stands now: only what came since it was asked last is compared. */
export async function textsOf(db: Db, setup: CourseSetup): Promise<CourseTexts> {
  const { adapter } = db.getExecutor();
  const courses = working.get(adapter) ?? new Map<string, Promise<CourseTexts>>();
  working.set(adapter, courses);
  const before = courses.get(setup.id) ?? Promise.resolve(null);
  const mine = before.catch(() => null).then(() => broughtUpToDate(db, setup));
  courses.set(setup.id, mine);
  try {
    return await mine;
  } finally {
    if (courses.get(setup.id) === mine) courses.delete(setup.id);
  }
}

async function broughtUpToDate(db: Db, setup: CourseSetup): Promise<CourseTexts> {
  const courses = keptIn(db);
  const agreed = await agreedEarlier(db, setup.id);
  const key = JSON.stringify([await givenKey(db, setup), agreed.map(({ id }) => id)]);
  const known = courses.get(setup.id);
  let course = known?.key === key ? known : await begin(db, setup, key, agreed);
  if (!(await bringUpToDate(db, setup, course))) {
    course = await begin(db, setup, key, agreed);
    await bringUpToDate(db, setup, course);
  }
  const next: Kept = { ...course, pairs: course.in.pairs(), posts: course.parents.size };
  courses.set(setup.id, next);
  return next;
}
