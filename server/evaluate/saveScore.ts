import { decisionProblem } from '../../core/scoring/kinds/partKinds';
import type { DeskView } from '../../contract/evaluate';
import { filesIn } from '../../contract/richText';
import { plainText } from '../../core/text/plainText';
import type { RichNode } from '../../core/text/richText';
import { withinBounds, type Decisions, type Suggestion } from '../../core/scoring/suggest';
import { fillInText, type Filling } from '../../core/text/fillIn';
import { forumIn, worksWith, type InCourse } from '../course/inCourse';
import { keepRecord } from '../course/record';
import type { Deps } from '../deps';
import { conflict, notFound, wrongField } from '../http/problem';
import type { Transaction } from 'kysely';
import type { Db } from '../db/open';
import type { Database } from '../db/schema';
import { toHtml } from '../text/toHtml';
import { isToSettle } from '../../core/scoring/agreement';
import { desk } from './desk';
import {
  isSecond,
  keepReading,
  noteGiven,
  ownReading,
  readingsFor,
  readingsOf,
  type StudentReadings,
} from './readings';
import { storedScore } from './storedScore';
import type { RecordedScore } from './loadScores';

type Trx = Transaction<Database>;

/** What the places of a saved remark stand for with one student of a forum. */
export function fillingFor(course: InCourse, forumId: string, studentId: string): Filling {
  const { given, sortable } = course.setup.names.get(studentId)!;
  return {
    'given name': given,
    'family name': sortable.split(', ')[0]!,
    forum: course.setup.cards.get(forumId)!.title,
  };
}

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
        : `${problem.title}: points from ${pointsText(problem.least ?? 0)} to ${pointsText(problem.most ?? 0)}.`,
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

/**
 * Gives a kept score: what is suggested with its explanation, and the remark with the places in it filled in. What the student reads
 * moves at this moment, and not while it is typed. (rules §6)
 */
export async function giveScore(
  trx: Trx,
  course: InCourse,
  {
    forumId,
    itemId,
    studentId,
    before,
  }: { forumId: string; itemId: string; studentId: string; before: number | null },
  suggestion: Pick<Suggestion, 'points' | 'lines'>,
  decisions: Decisions,
  remark: RichNode | null,
  now: number,
  why: string | null = decisions.override?.reason ?? decisions.adjustment?.reason ?? null,
): Promise<void> {
  const { points, lines } = suggestion;
  const said =
    remark && fillInText(remark, { ...fillingFor(course, forumId, studentId), score: pointsText(points) });
  const remarkHtml = said && toHtml(said);
  await trx
    .updateTable('score')
    .set({
      points,
      lines: JSON.stringify(lines),
      remark: said && JSON.stringify(said),
      remark_html: remarkHtml,
      given_at: now,
      given_by: course.person.id,
    })
    .where('item_id', '=', itemId)
    .where('student_id', '=', studentId)
    .execute();
  await keepRecord(trx, {
    courseId: course.setup.id,
    at: now,
    actorId: course.person.id,
    what: 'score.given',
    subject: `score:${itemId}:${studentId}`,
    before: before === null ? null : { points: before },
    after: { points, lines, remarkHtml } satisfies RecordedScore,
    why,
  });
}

/** "8.50" */
const pointsText = (hundredths: number) => (hundredths / 100).toFixed(2);

/**
 * Keeps what an evaluator has decided, and gives the score when asked. A given score is stored with its explanation
 * and never moves by itself. (rules §6)
 */
export async function saveScore(
  deps: Deps,
  course: InCourse,
  forumId: string,
  studentId: string,
  change: { version: number; decisions: Decisions; remark: RichNode | null; give: boolean },
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
    throw wrongField('remark', 'A remark is text only; take the image out.');
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
    const kept = {
      decisions: JSON.stringify(change.decisions),
      remark: remark === null ? null : JSON.stringify(remark),
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
    const version = (before?.version ?? 0) + 1;
    await trx
      .insertInto('score')
      .values({
        item_id: itemId,
        student_id: studentId,
        version,
        decisions: JSON.stringify({ parts: {}, adjustment: null, override: null }),
        remark: null,
        remark_html: null,
        points: null,
        given_at: null,
        given_by: null,
        released_at: null,
        excused: excused ? 1 : 0,
      })
      .onConflict((oc) =>
        oc.columns(['item_id', 'student_id']).doUpdateSet({ excused: excused ? 1 : 0, version }),
      )
      .execute();
    await keepRecord(trx, {
      courseId: course.setup.id,
      at: now,
      actorId: course.person.id,
      what: excused ? 'score.excused' : 'score.notExcused',
      subject: `score:${itemId}:${studentId}`,
    });
  });
}

/**
 * Releases given scores to students, or takes them back; answers for whom that changed anything. Where two evaluators see a score
 * differently, it is settled before all are released.
 */
export async function setReleased(
  deps: Deps,
  course: InCourse,
  forumId: string,
  students: 'all' | readonly string[],
  released: boolean,
  now: number,
): Promise<{ readonly changed: readonly string[]; readonly unsettled: number }> {
  const { forum, card } = forumIn(course.setup, forumId);
  if (card.itemId === null) throw notFound();
  const itemId = card.itemId;
  return deps.db.transaction().execute(async (trx) => {
    const rows = await trx
      .selectFrom('score')
      .select('student_id')
      .where('item_id', '=', itemId)
      .where('points', 'is not', null)
      .where('released_at', released ? 'is' : 'is not', null)
      .execute();
    const readings =
      forum.evaluation?.secondReading && released && students === 'all'
        ? await readingsOf(trx, itemId)
        : null;
    const isUnsettled = (id: string) => {
      const own = readings?.get(id);
      return own !== undefined && isToSettle(own.given, own.settledAt);
    };
    const meant = rows
      .map((row) => row.student_id)
      .filter((id) => worksWith(course, id) && (students === 'all' || students.includes(id)));
    const chosen = meant.filter((id) => !isUnsettled(id));
    for (const id of chosen) {
      await trx
        .updateTable('score')
        .set({ released_at: released ? now : null })
        .where('item_id', '=', itemId)
        .where('student_id', '=', id)
        .execute();
      await keepRecord(trx, {
        courseId: course.setup.id,
        at: now,
        actorId: course.person.id,
        what: released ? 'score.released' : 'score.takenBack',
        subject: `score:${itemId}:${id}`,
      });
    }
    return { changed: chosen, unsettled: meant.length - chosen.length };
  });
}
