import { createHmac, randomBytes } from 'node:crypto';
import type { PersonName } from '../../contract/basics';
import type { DeskView, DocketRow, DocketView } from '../../contract/evaluate';
import type { Post } from '../../core/course/post';
import { forumIn, type InCourse } from '../course/setup/inCourse';
import type { Db } from '../db/open';
import { notFound, refused } from '../refusals/problem';
import { isSecond, readingsOf } from '../course/scores/readings';

/** What begins every name that stands for a covered student. */
const ALIAS = 'covered-';
const MENTION = /<span class="mention">@[^<]*<\/span>/g;
const isAlias = (id: string) => id.startsWith(ALIAS);

/** The key that aliases are made with: of this data folder alone, so that nobody works out who stands behind one. */
async function aliasKey(db: Db): Promise<string> {
  await db
    .insertInto('secret')
    .values({ name: 'aliases', value: randomBytes(32).toString('base64url') })
    .onConflict((oc) => oc.column('name').doNothing())
    .execute();
  const { value } = await db
    .selectFrom('secret')
    .select('value')
    .where('name', '=', 'aliases')
    .executeTakeFirstOrThrow();
  return value;
}

/** A course whose evaluator does not learn whose work they judge, until its score is given. */
export interface Covered {
  /** The course with covered names in the place of real ones. */
  readonly course: InCourse;
  /** Who stands behind an alias, or a real id as it is; not found where nobody does. */
  readonly studentOf: (id: string) => string;
  /** Whether a student's name is covered. */
  readonly covers: (studentId: string) => boolean;
  /** The order of everyone's aliases, which tells nothing of names. */
  readonly position: (studentId: string) => number;
  /** Whether the forum says so for everybody. */
  readonly byForum: boolean;
  /** A student's alias where they are covered, else their id. */
  readonly shownId: (studentId: string) => string;
  /** The same value with names of their own for some posts: by its id a post would be found in the conversation, with its author. */
  readonly hidePosts: <T>(value: T, postIds: Iterable<string>) => T;
  /** The same value with the posts that stand behind such names. */
  readonly showPosts: <T>(value: T, postIds: Iterable<string>) => T;
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

/**
 * Covers the names of everyone in a forum whose score is not given yet: a number stands for each, alike at every visit, in an order
 * that is not that of names. Names that classmates typed into their posts remain.
 *
 * @returns null where names are shown
 */
export async function coverNames(
  db: Db,
  course: InCourse,
  forumId: string,
  asked: { readonly names: 'shown' | 'hidden'; readonly student?: string },
): Promise<Covered | null> {
  const { forum } = forumIn(course.setup, forumId);
  const byForum = forum.evaluation?.hideNames === true;
  if (!byForum && asked.names === 'shown' && !(asked.student && isAlias(asked.student))) return null;
  const { setup } = course;
  const key = await aliasKey(db);
  const aliasOf = (studentId: string) =>
    ALIAS + createHmac('sha256', key).update(`${forumId} ${studentId}`).digest('hex').slice(0, 20);
  const postAlias = (postId: string) =>
    `${ALIAS}p${createHmac('sha256', key).update(`${forumId} post ${postId}`).digest('hex').slice(0, 20)}`;
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
    covers,
    byForum,
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
  };
}

/** A row of a docket without what tells whose it is. */
export const coveredRow = (row: DocketRow, { studentOf, covers }: Covered): DocketRow =>
  covers(studentOf(row.student.id))
    ? { ...row, section: null, groups: [], slots: row.slots.map((slot) => ({ ...slot, postId: null })) }
    : row;

/** The docket without what tells whose rows they are: section, group and order. */
export function coveredDocket(
  view: Omit<DocketView, 'paging'>,
  covered: Covered,
): Omit<DocketView, 'paging'> {
  const { studentOf, position, byForum } = covered;
  const rows = view.rows
    .map((row) => ({ row, id: studentOf(row.student.id) }))
    .sort((a, b) => position(a.id) - position(b.id))
    .map(({ row }) => coveredRow(row, covered));
  return { ...view, forum: { ...view.forum, names: byForum ? 'hiddenForAll' : 'hidden' } as const, rows };
}

/** A text that calls nobody by name. */
export const withoutCalls = (html: string): string =>
  html.replace(MENTION, '<span class="mention">@somebody</span>');

/** The posts that a student's pages name: their own, what those answer, and what they quote. */
function postsNamed(view: DeskView): Set<string> {
  const quoted = [...JSON.stringify(view.posts).matchAll(/data-source=\\?"([\w-]+)/g)].map(([, id]) => id!);
  const above = view.from.done.counted.flatMap(({ parentId, threadId }) => [parentId ?? threadId, threadId]);
  return new Set([...view.posts.map(({ id }) => id), ...above, ...quoted]);
}

/** One student's pages without what tells whose they are. */
export function coveredDesk(view: DeskView, studentId: string, cover: Covered): DeskView {
  const { covers, shownId, hidePosts } = cover;
  const post = (each: Post): Post => ({
    ...each,
    authorId: shownId(each.authorId),
    threadAuthorId: shownId(each.threadAuthorId),
    answers: each.answers && { ...each.answers, authorId: shownId(each.answers.authorId) },
    asideWith: each.asideWith && shownId(each.asideWith),
    spaceId: null,
  });
  const { forum, done, at } = view.from;
  const shown: DeskView = {
    ...view,
    posts: view.posts.map((each) => ({
      ...each,
      html: withoutCalls(each.html),
      answers: each.answers && { ...each.answers, html: withoutCalls(each.answers.html) },
    })),
    covered: covers(studentId),
    namesHidden: true,
    section: covers(studentId) ? null : view.section,
    from: {
      forum: { ...forum, audience: { kind: 'everyone' } },
      done: { ...done, counted: done.counted.map(post) },
      at,
    },
  };
  return covers(studentId) ? hidePosts(shown, postsNamed(view)) : shown;
}
