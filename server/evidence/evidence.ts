import { fromJson } from '../db/json';
import { resolveTerms } from '../../core/terms/resolveTerms';
import { spaceOf } from '../../core/terms/space';
import type { Post } from '../../core/course/post';
import type { Student } from '../../core/course/roster';
import { evidenceOf, type Evidence, type EvidenceMark, type Version } from '../../core/evidence/evidenceOf';
import { compareWords, distanceBetween, type Distance } from '../../core/text/compareWords';
import type { AnswerOf } from '../../contract/endpoint';
import type { EvidenceRow, getEvidence, getEvidenceOf } from '../../contract/moderate';
import { accessTo } from '../../core/access/accessTo';
import { mayRead } from '../../core/access/mayRead';
import { personOf, worksWith, type InCourse } from '../course/setup/inCourse';
import type { Db } from '../db/open';
import type { OpenForum } from '../course/access/openForum';
import { postsOfForum } from '../course/posts/forumPosts';
import { plainText } from '../../core/text/plainText';
import { notFound } from '../refusals/problem';
import { reachedIn } from '../readMarks/received';

const NONE: Distance = { words: 0, share: 0 };
/** Distances that were worked out; versions never change. */
const measured = new WeakMap<Db, Map<string, Distance>>();

const nameOf = ({ post, revision }: Version) => `${post.id} ${revision}`;

/** The plain texts of some versions, without what they quote. */
async function textsOf(db: Db, versions: readonly Version[]): Promise<(version: Version) => string> {
  const ids = [...new Set(versions.map(({ post }) => post.id))];
  const rows =
    ids.length === 0
      ? []
      : await db
          .selectFrom('revision')
          .select(['post_id', 'number', 'doc'])
          .where('post_id', 'in', ids)
          .execute();
  const docs = new Map(rows.map((row) => [`${row.post_id} ${row.number - 1}`, row.doc]));
  return (version) => {
    const doc = docs.get(nameOf(version));
    return doc === undefined ? '' : plainText(fromJson(doc), { quotes: 'none' });
  };
}

/** The evidence of every student of a forum whom the person works with; nothing where there is no seal. */
async function evidenceIn(
  db: Db,
  course: InCourse,
  opened: OpenForum,
  now: number,
  only: string | null = null,
): Promise<{ student: Student; evidence: Evidence }[]> {
  const { forum, data } = opened;
  const { setup } = course;
  if (forum.seal === null) return [];
  const known = measured.get(db) ?? new Map<string, Distance>();
  measured.set(db, known);
  const wanted = new Map<string, readonly [Version, Version]>();
  const of = (student: Student): Evidence[] => {
    const spaceId = spaceOf(forum, student, setup.groups);
    if (spaceId === null) return [];
    const own = data.postsBy(forum.id, student.id);
    return evidenceOf(forum, resolveTerms(forum, student), own, spaceId, measure, now);
  };
  const measure = (first: Version, last: Version): Distance => {
    const key = `${nameOf(first)} ${nameOf(last)}`;
    const distance = known.get(key);
    if (distance === undefined) wanted.set(key, [first, last]);
    return distance ?? NONE;
  };
  const authors =
    only === null ? [...new Set([...opened.posts.values()].map(({ authorId }) => authorId))] : [only];
  const students = authors.flatMap((id) => {
    const student = setup.students.get(id);
    return student && worksWith(course, id) ? [student] : [];
  });
  for (const student of students) of(student);
  if (wanted.size > 0) {
    const textOf = await textsOf(db, [...wanted.values()].flat());
    for (const [key, [first, last]] of wanted) known.set(key, distanceBetween(textOf(first), textOf(last)));
  }
  return students.flatMap((student) => of(student).map((evidence) => ({ student, evidence })));
}

/**
 * The posts that staff may want to look at for how they opened a seal, each with why.
 *
 * @param only of this student alone
 */
export async function evidenceMarks(
  db: Db,
  course: InCourse,
  opened: OpenForum,
  now: number,
  only: string | null = null,
): Promise<Map<string, readonly EvidenceMark[]>> {
  const marks = new Map<string, readonly EvidenceMark[]>();
  for (const { evidence } of await evidenceIn(db, course, opened, now, only)) {
    if (evidence.marks.length === 0) continue;
    marks.set(evidence.unsealing.post.id, evidence.marks);
    if (evidence.final !== null) marks.set(evidence.final.post.id, evidence.marks);
  }
  return marks;
}

/** When each post first reached a student. */
async function receivedBy(db: Db, studentId: string, forumId: string): Promise<Map<string, number>> {
  const first = new Map<string, number>();
  for (const { postId, at } of await reachedIn(db, studentId, forumId))
    if (!first.has(postId)) first.set(postId, at);
  return first;
}

/**
 * The posts of others that opening the seal let a student read before the final version: what stood there at that moment and
 * was theirs to read, leaving out what the seal never kept from them.
 */
async function couldRead(
  db: Db,
  course: InCourse,
  opened: OpenForum,
  student: Student,
  { unsealing, final }: Evidence,
  now: number,
): Promise<Post[]> {
  const { setup } = course;
  const until = final === null ? now : final.at;
  if (until <= unsealing.at) return [];
  const here = await postsOfForum(db, setup.id, opened.forum.id);
  const person = personOf(setup, setup.members.get(student.id)!);
  const access = accessTo(opened.data, opened.forum, person, unsealing.at);
  if (access.kind !== 'student') return [];
  const sealed = { ...access, sealed: 'forum' as const };
  const open = { ...access, sealed: 'none' as const };
  return [...here.placedAt(until).values()].flatMap((place) => {
    const isTheirs =
      !place.removed &&
      (unsealing.questionId === null || place.questionId === unsealing.questionId) &&
      mayRead(open, place).yes &&
      !mayRead(sealed, place).yes;
    return isTheirs ? [here.byId.get(place.id)!] : [];
  });
}

async function rowOf(
  db: Db,
  course: InCourse,
  opened: OpenForum,
  student: Student,
  evidence: Evidence,
  now: number,
): Promise<{ row: EvidenceRow; read: Post[]; received: ReadonlyMap<string, number> }> {
  const { unsealing, final, distance } = evidence;
  const read = await couldRead(db, course, opened, student, evidence, now);
  const received = await receivedBy(db, student.id, opened.forum.id);
  const until = final?.at ?? now;
  const version = ({ post, revision }: Version) => ({
    postId: post.id,
    number: revision + 1,
    at: post.revisions[revision]!.at,
    words: post.revisions[revision]!.words,
  });
  return {
    read,
    received,
    row: {
      student: course.setup.names.get(student.id)!,
      questionId: unsealing.questionId,
      marks: [...evidence.marks],
      first: version(unsealing),
      final: final === null ? null : version(final),
      differs: distance && { words: distance.words, share: Math.round(distance.share * 10_000) },
      couldRead: read.length,
      received: read.filter(({ id }) => (received.get(id) ?? Infinity) <= until).length,
    },
  };
}

/** Everyone who opened the seal of a forum: those with a mark first, then by name. */
export async function evidenceList(
  db: Db,
  course: InCourse,
  opened: OpenForum,
  now: number,
): Promise<AnswerOf<typeof getEvidence>> {
  const rows: EvidenceRow[] = [];
  for (const { student, evidence } of await evidenceIn(db, course, opened, now))
    rows.push((await rowOf(db, course, opened, student, evidence, now)).row);
  const place = [...course.setup.names.keys()];
  const order = new Map(place.map((id, index) => [id, index]));
  rows.sort(
    (one, other) =>
      other.marks.length - one.marks.length || order.get(one.student.id)! - order.get(other.student.id)!,
  );
  const card = course.setup.cards.get(opened.forum.id)!;
  const questions =
    opened.forum.openings === 'answerQuestions'
      ? opened.forum.questions.map(({ id }) => ({ id, title: plainOf(card.questionHtml.get(id) ?? '') }))
      : [];
  return { rows, questions };
}

/** A question's text, in a line. */
const plainOf = (html: string) =>
  html
    .replace(/<[^>]+>/g, ' ')
    .replace(/\s+/g, ' ')
    .trim()
    .slice(0, 120);

/** One student's evidence in full. */
export async function evidenceOfStudent(
  db: Db,
  course: InCourse,
  opened: OpenForum,
  studentId: string,
  questionId: string | undefined,
  now: number,
): Promise<AnswerOf<typeof getEvidenceOf>> {
  if (!worksWith(course, studentId)) throw notFound();
  const all = await evidenceIn(db, course, opened, now);
  const found = all.find(
    ({ student, evidence }) =>
      student.id === studentId && (questionId === undefined || evidence.unsealing.questionId === questionId),
  );
  if (!found) throw notFound();
  const { student, evidence } = found;
  const { row, read, received } = await rowOf(db, course, opened, student, evidence, now);
  const { unsealing, final } = evidence;
  const until = final?.at ?? now;
  const textOf = await textsOf(db, final === null ? [unsealing] : [unsealing, final]);
  return {
    ...row,
    compared: compareWords(textOf(unsealing), final === null ? '' : textOf(final)),
    between: read.map((post) => ({
      postId: post.id,
      author: course.setup.names.get(post.authorId)!,
      at: post.revisions[0]!.at,
      receivedAt: (received.get(post.id) ?? Infinity) <= until ? received.get(post.id)! : null,
    })),
  };
}
