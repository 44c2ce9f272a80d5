import type { CourseSetup } from '../course/setup/courseCache';
import type { InCourse } from '../course/setup/inCourse';
import { whatIsRead } from '../course/access/whatIsRead';
import type { Db } from '../db/open';
import { fromJson } from '../db/json';
import type { GivenKind } from '../../core/textInCommon/cuts';
import type { RichNode } from '../../core/text/richText';
import { textOf } from '../../core/text/textOf';
import type { ReadingProblem } from '../../contract/textInCommon';
import { readingsOf } from '../readings/readingTexts';

/** A text that a forum gave its students. */
export interface GivenDoc {
  readonly forumId: string;
  readonly kind: GivenKind;
  readonly doc: RichNode;
}

/** A reading of which it is not known what it says. */
export interface Unreadable {
  readonly forumId: string;
  readonly name: string;
  readonly why: ReadingProblem;
}

/** What has to be the same for what was compared to hold: the forums' settings, readings and starters. */
export async function givenKey(db: Db, setup: CourseSetup): Promise<string> {
  const readings = await readingsWithState(db, setup.id);
  const starters = await startersIn(db, setup.id).select(['post.id', 'revision.number']).execute();
  return JSON.stringify([
    [...setup.cards.values()].map(({ id, version }) => [id, version]),
    readings.map(({ forumId, sha256, isKnown }) => [forumId, sha256, isKnown]),
    starters.map(({ id, number }) => [id, number]),
  ]);
}

/** The posts by staff that began as starters, in all their versions. */
function startersIn(db: Db, courseId: string) {
  return db
    .selectFrom('revision')
    .innerJoin('post', 'post.id', 'revision.post_id')
    .innerJoin('forum', 'forum.id', 'post.forum_id')
    .where('forum.course_id', '=', courseId)
    .where('post.starter', '=', 1)
    .orderBy('post.id')
    .orderBy('revision.number');
}

/** The readings of a course, each with whether it was read and why it could not be. */
async function readingsWithState(db: Db, courseId: string) {
  const readings = await readingsOf(db, courseId);
  const rows = await db
    .selectFrom('reading_text')
    .select(['sha256', 'why'])
    .where(
      'sha256',
      'in',
      readings.map(({ sha256 }) => sha256),
    )
    .execute();
  const known = new Map(rows.map(({ sha256, why }) => [sha256, why]));
  return readings.map((each) => ({
    ...each,
    isKnown: known.has(each.sha256),
    why: known.get(each.sha256) ?? null,
  }));
}

/**
 * The readings of a course that could not be read, as a member of staff may know of them: in forums that stand, and in posts they may read.
 */
export async function unreadableFor(db: Db, course: InCourse, now: number): Promise<Unreadable[]> {
  const told: Unreadable[] = [];
  for (const { forumId, postId, name, why } of await readingsWithState(db, course.setup.id)) {
    if (why === null || !course.setup.cards.has(forumId)) continue;
    if (postId === null || (await whatIsRead(db, course, forumId, now))(postId))
      told.push({ forumId, name, why });
  }
  return told;
}

/** What the forums of a course gave their students: prompts and questions as they are, starters in all versions, and readings. */
export async function givenIn(db: Db, setup: CourseSetup): Promise<GivenDoc[]> {
  const given: GivenDoc[] = [];
  const prompts = await db
    .selectFrom('forum')
    .select(['id', 'prompt', 'starter'])
    .where('course_id', '=', setup.id)
    .execute();
  for (const { id, prompt, starter } of prompts) {
    given.push({ forumId: id, kind: 'prompt', doc: fromJson(prompt) });
    if (starter !== null) given.push({ forumId: id, kind: 'starter', doc: fromJson(starter) });
    for (const { text } of setup.cards.get(id)?.rules.questions ?? [])
      given.push({ forumId: id, kind: 'question', doc: text });
  }
  const starters = await startersIn(db, setup.id).select(['post.forum_id', 'revision.doc']).execute();
  for (const { forum_id, doc } of starters)
    given.push({ forumId: forum_id, kind: 'starter', doc: fromJson(doc) });
  const readings = await readingsOf(db, setup.id);
  const texts = await db
    .selectFrom('reading_text')
    .select(['sha256', 'text'])
    .where(
      'sha256',
      'in',
      readings.map(({ sha256 }) => sha256),
    )
    .where('text', 'is not', null)
    .execute();
  const textOfFile = new Map(texts.map(({ sha256, text }) => [sha256, text!]));
  for (const { forumId, sha256 } of readings) {
    const text = textOfFile.get(sha256);
    if (text !== undefined) given.push({ forumId, kind: 'reading', doc: textOf(text) });
  }
  return given;
}
