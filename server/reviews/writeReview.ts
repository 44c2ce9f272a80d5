import { overallWords, type ReviewContent } from '../../core/review/content';
import { criteriaOf } from '../../core/review/criteria';
import { whatIsMissing } from '../../core/review/whatIsMissing';
import { whyNoReview } from '../../core/review/mayReview';
import { standingVersion } from '../../core/course/approval';
import { plainText } from '../../core/text/plainText';
import { kindOfFile } from '../../contract/files';
import { filesIn } from '../../contract/richText';
import { noReviewWords } from '../../words/reviews';
import { changeCourse } from '../course/change/changeCourse';
import { staffOf, type InCourse } from '../course/setup/inCourse';
import { fromJson, toJson } from '../db/json';
import type { Db, Trx } from '../db/open';
import type { Deps } from '../feature/deps';
import { refused, Problem, wrongField } from '../refusals/problem';
import { storedText } from '../text/toHtml';
import { ownAssignment } from './reviewPage';
import { versionsForReviewer } from './reviewedText';

/** Without any white space: what is selected across paragraphs is the same text, however they are told apart. */
const squeezed = (text: string) => text.replace(/\s+/g, '');

/** Refuses what is no part of the guide, or a passage that stands in no version of the post that the reviewer reads. */
async function refuseStrange(
  db: Db | Trx,
  about: {
    readonly guide: Parameters<typeof criteriaOf>[0];
    readonly postId: string;
    readonly versions: readonly number[];
  },
  { values, passages }: ReviewContent,
): Promise<void> {
  const known = new Map(criteriaOf(about.guide).map((criterion) => [criterion.id, criterion]));
  for (const [id, { levelId, points }] of Object.entries(values)) {
    const criterion = known.get(id);
    if (!criterion)
      throw wrongField(`content.values.${id}`, 'The guide was changed meanwhile; load the page again.');
    if (levelId && !criterion.choices.some((choice) => choice.id === levelId))
      throw wrongField(`content.values.${id}.levelId`, `Choose one of the levels of “${criterion.title}”.`);
    if (points !== undefined && points !== null && !criterion.anyNumber)
      throw wrongField(`content.values.${id}.points`, `Choose one of the levels of “${criterion.title}”.`);
  }
  if (new Set(passages.map(({ id }) => id)).size !== passages.length)
    throw wrongField('content.passages', 'Every comment needs an id of its own.');
  if (passages.length === 0) return;
  const rows = await db
    .selectFrom('revision')
    .select('doc')
    .where('post_id', '=', about.postId)
    .where('number', 'in', about.versions.length > 0 ? about.versions : [0])
    .execute();
  const texts = rows.map(({ doc }) => squeezed(plainText(fromJson(doc), { quotes: 'all' })));
  for (const [index, { text }] of passages.entries())
    if (!texts.some((whole) => whole.includes(squeezed(text))))
      throw wrongField(
        `content.passages.${index}.text`,
        'The passage does not stand in the post any more; select it again.',
      );
}

/** Refuses files that their writer did not upload here, or of a kind that posts do not take. */
async function refuseFiles(trx: Db | Trx, course: InCourse, content: ReviewContent): Promise<void> {
  const inside = filesIn(content.overall);
  const ids = [...new Set([...content.files, ...inside])];
  if (ids.length === 0) return;
  const rows = await trx.selectFrom('file').selectAll().where('id', 'in', ids).execute();
  for (const id of ids) {
    const file = rows.find((row) => row.id === id);
    if (file?.uploaded_by !== course.person.id || file.course_id !== course.setup.id)
      throw wrongField('content.files', 'A file was not uploaded here; attach it again.');
    if (kindOfFile(file.type) === null)
      throw wrongField('content.files', `${file.name} cannot be given back.`);
  }
}

/** Keeps a review as it is typed. Whether it could be sent is not asked: nothing typed is lost. */
export async function saveReviewDraft(
  deps: Deps,
  course: InCourse,
  assignmentId: string,
  content: ReviewContent,
  now: number,
): Promise<{ savedAt: number; words: number }> {
  await ownAssignment(deps.db, course, assignmentId, now);
  await refuseFiles(deps.db, course, content);
  const words = overallWords(content);
  const columns = { content: toJson(content), words, saved_at: now };
  await deps.db
    .insertInto('review_draft')
    .values({ assignment_id: assignmentId, ...columns })
    .onConflict((conflict) => conflict.column('assignment_id').doUpdateSet(columns))
    .execute();
  return { savedAt: now, words };
}

/** Sends a review, whole; the same sent twice is one. (rules §9) */
export async function sendReview(
  deps: Deps,
  course: InCourse,
  assignmentId: string,
  { after, content }: { readonly after: number; readonly content: ReviewContent },
  now: number,
): Promise<{ number: number; words: number }> {
  const words = overallWords(content);
  const text = storedText(content.overall);
  const sent = await changeCourse(deps, course, now, async (change) => {
    const { trx } = change;
    const at = await ownAssignment(trx, course, assignmentId, now);
    const { assignment, opened, card, access, post, place } = at;
    const guide = card.rules.review?.guide ?? null;
    const last = await trx
      .selectFrom('review')
      .select(['number', 'content'])
      .where('assignment_id', '=', assignmentId)
      .orderBy('number', 'desc')
      .executeTakeFirst();
    const count = last?.number ?? 0;
    if (count !== after) {
      // It was sent, and only the answer did not arrive.
      if (last && count === after + 1 && JSON.stringify(fromJson(last.content)) === JSON.stringify(content))
        return { number: count, words };
      throw new Problem(
        409,
        'conflict',
        'This review was sent from another window meanwhile. What you typed is kept; load the page again to see what was sent.',
      );
    }
    const why = whyNoReview(opened.forum, access, assignment, place, now);
    if (why !== null) throw refused(why.code, noReviewWords(why, opened.date));
    const missing = whatIsMissing(card.rules.review ?? { guide: null, minWords: 0 }, content, words);
    const [first] = missing;
    if (first?.code === 'criterion')
      throw wrongField(`content.values.${first.id}`, `Say something to “${first.title}”: choose a level.`);
    if (first?.code === 'words')
      throw wrongField(
        'content.overall',
        `Your overall comment has ${first.words} of ${first.needed} words; write a little more.`,
      );
    await refuseStrange(
      trx,
      { guide, postId: assignment.postId, versions: versionsForReviewer(at, now) },
      content,
    );
    await refuseFiles(trx, course, content);
    const number = count + 1;
    await trx
      .insertInto('review')
      .values({
        assignment_id: assignmentId,
        number,
        at: now,
        post_number: standingVersion(post!, now),
        content: toJson(content),
        guide: guide === null ? null : toJson(guide),
        html: text.html,
        words,
      })
      .execute();
    for (const [position, fileId] of [...new Set([...content.files, ...text.files])].entries())
      await trx
        .insertInto('review_file')
        .values({ assignment_id: assignmentId, number, position, file_id: fileId })
        .execute();
    await trx.deleteFrom('review_draft').where('assignment_id', '=', assignmentId).execute();
    const itemId = card.itemId;
    if (itemId !== null) change.touches([{ itemId, studentId: course.person.id }]);
    change.concerns([course.person.id, ...staffOf(course)]);
    return { number, words };
  });
  deps.settling.settleAt(course.setup.id, now);
  return sent;
}
