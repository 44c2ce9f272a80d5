import type { AnswerOf, QueryOf } from '../../contract/endpoint';
import type { getInCommon, InCommonRow, InPair } from '../../contract/textInCommon';
import type { HeldVersion } from '../../core/textInCommon/comparedPost';
import { linkedGroups } from '../../core/textInCommon/linkedGroups';
import type { PairFound, VersionName } from '../../core/textInCommon/pairsIn';
import { whoHadIt } from '../../core/textInCommon/whoHadIt';
import { worksWith, type InCourse } from '../course/setup/inCourse';
import type { Db } from '../db/open';
import { textsOf, type CourseTexts } from './courseTexts';
import { unreadableFor } from './givenTexts';
import { ReadingIn } from './reading';
import { setAsideIn, type SetAside } from './setAside';

/** More rows than these are not told; a forum or a student narrows them. */
const MOST_ROWS = 500;

export type InCommonQuery = QueryOf<typeof getInCommon>;

/** The version of a name. */
export const heldOf = ({ texts }: CourseTexts, { postId, number }: VersionName): HeldVersion =>
  texts.of(postId).find(({ version }) => version.number === number)!;

/** Hundredths of a percent. */
export const inHundredths = (share: number): number => Math.round(share * 10_000);

/** Whether a member of staff may know of a pair: they work with both students; of an earlier course nobody is named. */
export function mayKnow(course: InCourse, known: CourseTexts, { a, b }: PairFound, now: number): boolean {
  return [a, b].every((name) => {
    const { post, version } = heldOf(known, name);
    if (known.earlier.has(name.postId)) return true;
    return version.at <= now && worksWith(course, post.authorId);
  });
}

/** How the version of a post in a pair is told. */
export function inPair(course: InCourse, known: CourseTexts, { post, version }: HeldVersion): InPair {
  const earlier = known.earlier.get(post.id);
  const setup = earlier === undefined ? course.setup : known.setups.get(earlier.courseId)!;
  return {
    postId: post.id,
    number: version.number,
    at: version.at,
    words: version.text.words.length,
    student: earlier === undefined ? (course.setup.names.get(post.authorId) ?? null) : null,
    forum: { id: post.forumId, title: setup.cards.get(post.forumId)?.title ?? 'A removed forum' },
    course: earlier?.title ?? null,
  };
}

/** Who had a passage of a pair first. In an earlier course it stood first. */
export function whoHad(known: CourseTexts, { a, b, passages }: PairFound, at: number) {
  const [one, other] = [heldOf(known, a), heldOf(known, b)];
  const { b: from, words } = passages[at]!;
  const said = other.version.text.words.slice(from, from + words);
  const writtenBy = (held: HeldVersion) =>
    known.earlier.has(held.post.id)
      ? known.texts.of(held.post.id)
      : known.texts.writtenBy(held.post.authorId);
  return whoHadIt(said, writtenBy(one), writtenBy(other));
}

/** The passage with the most words. */
const longestOf = ({ passages }: PairFound): number =>
  passages.reduce((best, { words }, at) => (words > passages[best]!.words ? at : best), 0);

/** Whether who wrote the longest passage of a pair later could read it before. */
async function reachOfPair(known: CourseTexts, found: PairFound, readings: ReadingsIn) {
  const key = `${found.a.postId} ${found.a.number} ${found.b.postId} ${found.b.number}`;
  const reach = known.reaches.get(key);
  if (reach !== undefined) return reach;
  const worked = await readings.reachOf(known, whoHad(known, found, longestOf(found)));
  known.reaches.set(key, worked);
  return worked;
}

/** {@link ReadingIn} for the course a passage stood in first. */
export class ReadingsIn {
  readonly #in = new Map<string, ReadingIn>();

  constructor(
    private readonly db: Db,
    private readonly course: InCourse,
  ) {}

  reachOf(known: CourseTexts, who: ReturnType<typeof whoHad>) {
    const first = who.versions[0]!.post;
    const courseId = known.earlier.get(first.id)?.courseId ?? this.course.setup.id;
    const setup = known.setups.get(courseId) ?? this.course.setup;
    const reading = this.#in.get(courseId) ?? new ReadingIn(this.db, setup);
    this.#in.set(courseId, reading);
    return reading.reachOf(who);
  }
}

/** A pair as the list tells it. */
export async function rowOf(
  course: InCourse,
  known: CourseTexts,
  found: PairFound,
  at: {
    readonly readings: ReadingsIn;
    readonly aside: SetAside;
    readonly groupOf: ReadonlyMap<string, number>;
  },
): Promise<InCommonRow> {
  const aside = at.aside.of(known, found);
  return {
    one: inPair(course, known, heldOf(known, found.a)),
    other: inPair(course, known, heldOf(known, found.b)),
    words: found.words,
    longest: found.passages[longestOf(found)]!.words,
    shares: { one: inHundredths(found.shares.a), other: inHundredths(found.shares.b) },
    rarity: Math.round(found.rarity),
    reach: await reachOfPair(known, found, at.readings),
    group: at.groupOf.get(found.a.postId) ?? null,
    aside: aside && { ...aside, by: course.setup.names.get(aside.by) ?? null },
  };
}

/** The pairs a member of staff may know of. */
export async function pairsFor(db: Db, course: InCourse, now: number) {
  const known = await textsOf(db, course.setup);
  return { known, pairs: known.pairs.filter((found) => mayKnow(course, known, found, now)) };
}

/** Whether a pair is one of a forum, and of a student. */
function isMeant(
  known: CourseTexts,
  { a, b }: PairFound,
  { forum, student }: Pick<InCommonQuery, 'forum' | 'student'>,
): boolean {
  return (
    [a, b].some((name) => forum === undefined || heldOf(known, name).post.forumId === forum) &&
    [a, b].some((name) => student === undefined || heldOf(known, name).post.authorId === student)
  );
}

/** In how many pairs that are not put aside one student of a forum is, with a post there. */
export async function pairCount(
  db: Db,
  course: InCourse,
  of: { readonly forum: string; readonly student: string },
  now: number,
): Promise<number> {
  const { known, pairs } = await pairsFor(db, course, now);
  const aside = await setAsideIn(db, course.setup.id);
  return pairs.filter((found) => isMeant(known, found, of) && aside.of(known, found) === null).length;
}

/** Pairs of posts with text in common, of the students a member of staff works with. */
export async function pairList(
  db: Db,
  course: InCourse,
  { forum, student, show, order }: InCommonQuery,
  now: number,
): Promise<AnswerOf<typeof getInCommon>> {
  const { known, pairs } = await pairsFor(db, course, now);
  const aside = await setAsideIn(db, course.setup.id);
  const meant = pairs.filter((found) => isMeant(known, found, { forum, student }));
  const isAside = (found: PairFound) => aside.of(known, found) !== null;
  const open = meant.filter((found) => !isAside(found));
  const shown = show === 'open' ? open : meant.filter(isAside);
  const groups = linkedGroups(
    open.map(({ a, b }) => [heldOf(known, a).post, heldOf(known, b).post] as const),
  );
  const rank = (found: PairFound) =>
    order === 'rarity' ? found.rarity : order === 'newest' ? heldOf(known, found.b).version.at : found.words;
  const sorted = [...shown].sort(
    (x, y) => rank(y) - rank(x) || y.rarity - x.rarity || (x.b.postId < y.b.postId ? -1 : 1),
  );
  const readings = new ReadingsIn(db, course);
  const rows: InCommonRow[] = [];
  for (const found of sorted.slice(0, MOST_ROWS))
    rows.push(await rowOf(course, known, found, { readings, aside, groupOf: groups.of }));
  const unreadable = await unreadableFor(db, course, now);
  return {
    rows,
    of: shown.length,
    groups: groups.sizes.map((students, index) => ({ number: index + 1, students })),
    open: open.length,
    aside: meant.length - open.length,
    posts: known.posts,
    isFull: known.in.isFull,
    unreadable: unreadable
      .filter(({ forumId }) => (forum ?? forumId) === forumId)
      .map(({ forumId, ...rest }) => ({ ...rest, forum: course.setup.cards.get(forumId)!.title })),
  };
}
