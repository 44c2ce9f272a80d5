import { decimal } from '../../core/course/points';
import { decisionProblem } from '../../core/scoring/kinds/partKinds';
import type { DeskView, Passage } from '../../contract/evaluate';
import { filesIn } from '../../contract/richText';
import { plainText } from '../../core/text/plainText';
import type { RichNode } from '../../core/text/richText';
import { withinBounds, type Decisions, type Suggestion } from '../../core/scoring/suggest';
import { forumIn, worksWith, type InCourse } from '../course/setup/inCourse';
import { keepRecord } from '../course/record/record';
import type { Deps } from '../feature/deps';
import { conflict, notFound, wrongField, refused } from '../refusals/problem';
import type { Db, Trx } from '../db/open';
import { desk } from './desk';
import {
  isSecond,
  keepReading,
  noteGiven,
  ownReading,
  readingsFor,
  type StudentReadings,
} from '../course/scores/readings';
import { excuse } from '../course/scores/excuse';
import { storedScore } from '../course/scores/storedScore';
import { giveScore } from '../course/scores/giveScore';
import { checkPassages } from './passages';
import { putFiles } from './scoreFiles';

function checkDecisions(course: InCourse, forumId: string, decisions: Decisions): void {
  const { evaluation } = forumIn(course.setup, forumId).forum;
  if (evaluation === null) throw notFound();
  for (const [partId, decision] of Object.entries(decisions.parts)) {
    const part = evaluation.parts.find(({ id }) => id === partId);
    if (!part)
      throw wrongField(`decisions.parts.${partId}`, 'The forum has no such part any more. Reload the page.');
    const problem = decisionProblem(part, decision);
    if (problem === null) continue;
    throw wrongField(
      `decisions.parts.${partId}.${problem.field}`,
      problem.code === 'unknown'
        ? `${problem.title}: what was chosen is not there any more. Reload the page.`
        : `${problem.title}: points from ${decimal(problem.least ?? 0)} to ${decimal(problem.most ?? 0)}.`,
    );
  }
  const { override } = decisions;
  if (override !== null && withinBounds(override.points, evaluation) !== override.points) {
    throw wrongField(
      'decisions.override',
      `A score lies between 0 and ${(evaluation.maximum / 100).toFixed(2)}.`,
    );
  }
}

/** What is kept of a score, and whether it is given. */
export interface ScoreChange {
  readonly version: number;
  readonly decisions: Decisions;
  readonly remark: RichNode | null;
  /** Left out: as they are kept. */
  readonly passages?: readonly Passage[] | undefined;
  readonly files?: readonly string[] | undefined;
  readonly give: boolean;
}

/**
 * Keeps what an evaluator has decided, and gives the score when asked. A given score is stored with its explanation
 * and never moves by itself. (rules §6)
 */
export async function saveScore(
  deps: Deps,
  course: InCourse,
  forumId: string,
  studentId: string,
  change: ScoreChange,
  now: number,
  show: (trx: Db) => Promise<DeskView> = (trx) => desk(trx, course, forumId, studentId, now),
): Promise<DeskView> {
  if (!worksWith(course, studentId)) throw notFound();
  checkDecisions(course, forumId, change.decisions);
  const { card } = forumIn(course.setup, forumId);
  if (card.itemId === null) throw notFound();
  const itemId = card.itemId;
  const isEmpty = change.remark === null || plainText(change.remark, { quotes: 'all' }) === '';
  const remark = isEmpty ? null : change.remark;
  if (remark !== null && filesIn(remark).length > 0)
    throw wrongField('remark', 'A remark itself is text; attach the image as a file below it.');
  const { evaluation } = forumIn(course.setup, forumId).forum;
  const about = { itemId, studentId, readerId: course.person.id };
  return deps.db.transaction().execute(async (trx) => {
    const before = await storedScore(trx, itemId, studentId);
    const readings = evaluation!.secondReading ? await readingsFor(trx, itemId, studentId) : null;
    const isBlind = readings !== null && isSecond(readings, course.person.id);
    const version = isBlind ? ownReading(readings, course.person.id).version : (before?.version ?? 0);
    if (version !== change.version) {
      throw conflict(
        isBlind
          ? 'Somebody else has given a score since you opened the page. What you entered is still here; it can be the second reading.'
          : 'Someone else has scored this student since you opened the page. What you entered is still here; theirs is shown beside it.',
        await show(trx),
      );
    }
    if (isBlind) {
      await keepSecond(trx, course, forumId, about, readings, change, now);
      return show(trx);
    }
    const { passages, files } = change;
    if (passages) await checkPassages(trx, { forumId, studentId }, passages);
    if (files) await putFiles(trx, course, about, files, JSON.parse(before?.files ?? '[]') as string[]);
    const kept = {
      decisions: JSON.stringify(change.decisions),
      remark: remark === null ? null : JSON.stringify(remark),
      ...(passages && { passages: JSON.stringify(passages) }),
      ...(files && { files: JSON.stringify(files) }),
    };
    const row = { version: change.version + 1, ...kept };
    await trx
      .insertInto('score')
      .values({
        item_id: itemId,
        student_id: studentId,
        points: null,
        remark_html: null,
        given_at: null,
        given_by: null,
        released_at: null,
        ...row,
      })
      .onConflict((oc) => oc.columns(['item_id', 'student_id']).doUpdateSet(row))
      .execute();
    if (change.give) {
      const { suggestion } = await desk(trx, course, forumId, studentId, now);
      refuseIncomplete(suggestion, change.decisions);
      const given = { forumId, itemId, studentId, before: before?.points ?? null };
      await giveScore(trx, course, given, suggestion, change.decisions, remark, now);
      if (readings !== null)
        await noteGiven(
          trx,
          about,
          readings,
          { decisions: change.decisions, points: suggestion.points },
          now,
        );
    }
    return show(trx);
  });
}

/** Refuses what cannot be given: a forum that is not asked, or parts without points. */
function refuseIncomplete(
  suggestion: Suggestion | null,
  decisions: Decisions,
): asserts suggestion is Suggestion {
  if (suggestion === null)
    throw wrongField('decisions', 'This forum is not asked of the student; there is nothing to score.');
  if (suggestion.incomplete && decisions.override === null)
    throw wrongField(
      'decisions',
      'Some part has no points yet. Give them, or give another total with its reason.',
    );
}

/** Keeps, or gives, what a second evaluator makes of a student whom the first has scored; the score stays what it is. */
async function keepSecond(
  trx: Trx,
  course: InCourse,
  forumId: string,
  about: { itemId: string; studentId: string; readerId: string },
  readings: StudentReadings,
  change: { version: number; decisions: Decisions; give: boolean },
  now: number,
): Promise<void> {
  const { decisions, give } = change;
  const version = change.version + 1;
  await keepReading(trx, about, { version, decisions, points: null, at: null });
  if (!give) return;
  const { suggestion } = await desk(trx, course, forumId, about.studentId, now);
  refuseIncomplete(suggestion, decisions);
  const [first] = readings.given;
  const firsts = readings.kept.find(({ readerId }) => readerId === first!.readerId)!;
  await keepReading(trx, { ...about, readerId: firsts.readerId }, firsts);
  await keepReading(trx, about, { version, decisions, points: suggestion.points, at: now });
  await keepRecord(trx, {
    courseId: course.setup.id,
    at: now,
    actorId: course.person.id,
    what: 'score.readSecond',
    subject: `reading:${about.itemId}:${about.studentId}`,
    after: { points: suggestion.points },
  });
}

/**
 * Says that a given score stands though the student changed posts since: it keeps its points and explanation, and is no longer
 * `changed`. (rules §5)
 */
export async function confirmScore(
  deps: Deps,
  course: InCourse,
  forumId: string,
  studentId: string,
  version: number,
  now: number,
  show: (trx: Db) => Promise<DeskView>,
): Promise<DeskView> {
  const { card, forum } = forumIn(course.setup, forumId);
  const { evaluation } = forum;
  if (!worksWith(course, studentId) || card.itemId === null) throw notFound();
  const itemId = card.itemId;
  return deps.db.transaction().execute(async (trx) => {
    const before = await storedScore(trx, itemId, studentId);
    if (!before || before.points === null) throw notFound();
    const second =
      evaluation?.secondReading && isSecond(await readingsFor(trx, itemId, studentId), course.person.id);
    if (second)
      throw refused(
        'readFirst',
        'Give your own reading first. Until then the first score is not shown to you.',
      );
    if (before.version !== version)
      throw conflict('Someone else has scored this student since you opened the page.', await show(trx));
    await trx
      .updateTable('score')
      .set({ given_at: now, version: version + 1 })
      .where('item_id', '=', itemId)
      .where('student_id', '=', studentId)
      .execute();
    await keepRecord(trx, {
      courseId: course.setup.id,
      at: now,
      actorId: course.person.id,
      what: 'score.confirmed',
      subject: `score:${itemId}:${studentId}`,
      after: { points: before.points },
    });
    return show(trx);
  });
}

/** Excuses a student from a forum, or no longer. */
export async function setExcused(
  deps: Deps,
  course: InCourse,
  forumId: string,
  studentId: string,
  excused: boolean,
  now: number,
): Promise<void> {
  const { card } = forumIn(course.setup, forumId);
  if (!worksWith(course, studentId) || card.itemId === null) throw notFound();
  const itemId = card.itemId;
  await deps.db.transaction().execute(async (trx) => {
    const before = await storedScore(trx, itemId, studentId);
    if ((before?.excused === 1) === excused) return;
    await excuse(trx, course, { itemId, studentId, stored: before }, excused, now);
  });
}
