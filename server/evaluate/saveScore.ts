import { fromJson, toJson } from '../db/json';
import type { DeskView, Passage } from '../../contract/evaluate';
import { filesIn } from '../../contract/richText';
import { decimal } from '../../core/course/points';
import { decisionProblem } from '../../core/scoring/kinds/partKinds';
import { lacksPoints, withinBounds, type Decisions, type Suggestion } from '../../core/scoring/suggest';
import { plainText } from '../../core/text/plainText';
import type { RichNode } from '../../core/text/richText';
import { changeCourse, type Change, type Keeping } from '../course/change/changeCourse';
import { confirmGiven } from '../course/scores/changeScore';
import { excuse } from '../course/scores/excuse';
import { giveScore } from '../course/scores/giveScore';
import { keepScore } from '../course/scores/keepScore';
import {
  isSecond,
  keepReading,
  noteGiven,
  ownReading,
  readingsFor,
  type StudentReadings,
} from '../course/scores/readings';
import { storedScore } from '../course/scores/storedScore';
import { forumIn, worksWith, type InCourse } from '../course/setup/inCourse';
import type { Db } from '../db/open';
import { conflict, notFound, refused, wrongField } from '../refusals/problem';
import { checkPassages } from './passages';
import { putFiles } from './scoreFiles';
import { suggestionOf } from './suggestionOf';

function checkDecisions(course: InCourse, forumId: string, decisions: Decisions): void {
  const { evaluation } = forumIn(course.setup, forumId).forum;
  if (evaluation === null) throw notFound();
  for (const [partId, decision] of Object.entries(decisions.parts)) {
    const part = evaluation.parts.find(({ id }) => id === partId);
    if (!part)
      throw wrongField(`decisions.parts.${partId}`, 'This part is no longer in the forum. Reload the page.');
    const problem = decisionProblem(part, decision);
    if (problem === null) continue;
    throw wrongField(
      `decisions.parts.${partId}.${problem.field}`,
      problem.code === 'unknown'
        ? `${problem.title}: what was chosen no longer exists. Reload the page.`
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

/** Shows the student's Desk as it stands, to whoever was too late. */
export type ShowDesk = (db: Db) => Promise<DeskView>;

/**
 * Keeps what an evaluator has decided, and gives the score when asked. A given score is stored with its explanation
 * and never moves by itself. (rules §6)
 */
export async function saveScore(
  deps: Keeping,
  course: InCourse,
  { forumId, studentId }: { forumId: string; studentId: string },
  asked: ScoreChange,
  now: number,
  show: ShowDesk,
): Promise<void> {
  if (!worksWith(course, studentId)) throw notFound();
  checkDecisions(course, forumId, asked.decisions);
  const { card, forum } = forumIn(course.setup, forumId);
  if (card.itemId === null) throw notFound();
  const itemId = card.itemId;
  const { decisions, give, passages, files } = asked;
  const isEmpty = asked.remark === null || plainText(asked.remark, { quotes: 'all' }) === '';
  const remark = isEmpty ? null : asked.remark;
  if (remark !== null && filesIn(remark).length > 0)
    throw wrongField('remark', 'A remark itself is text; attach the image as a file below it.');
  const about = { itemId, studentId, readerId: course.person.id };
  await changeCourse(deps, course, now, async (change) => {
    const { trx } = change;
    const stored = await storedScore(trx, itemId, studentId);
    const readings = forum.evaluation!.secondReading ? await readingsFor(trx, itemId, studentId) : null;
    const isBlind = readings !== null && isSecond(readings, course.person.id);
    const version = isBlind ? ownReading(readings, course.person.id).version : (stored?.version ?? 0);
    if (version !== asked.version) {
      throw conflict(
        isBlind
          ? 'Someone else has given a score since you opened the page. What you entered is still here; it can be the second reading.'
          : 'Someone else has scored this student since you opened the page. What you entered is still here; theirs is shown beside it.',
        await show(trx),
      );
    }
    if (isBlind) return keepSecond(change, course, forumId, about, readings, asked);
    if (passages) await checkPassages(trx, { forumId, studentId }, passages);
    if (files) await putFiles(trx, course, about, files, stored === null ? [] : fromJson(stored.files));
    const row = {
      decisions: toJson(decisions),
      remark: remark === null ? null : toJson(remark),
      ...(passages && { passages: toJson(passages) }),
      ...(files && { files: toJson(files) }),
    };
    const kept = await keepScore(change, { itemId, studentId, stored }, row);
    if (!give) return;
    const suggestion = await suggestionOf(trx, course, forumId, studentId, decisions, now);
    refuseIncomplete(suggestion, decisions);
    // Kept and given at once is one version.
    const giving = { decisions, suggestion, anew: false };
    await giveScore(change, course, forumId, { itemId, studentId, stored: kept }, giving);
    if (readings !== null) await noteGiven(change, about, readings, { decisions, points: suggestion.points });
  });
}

/** Refuses what cannot be given: a forum that is not asked, or parts without points. */
function refuseIncomplete(
  suggestion: Suggestion | null,
  decisions: Decisions,
): asserts suggestion is Suggestion {
  if (suggestion === null)
    throw wrongField(
      'decisions',
      'The student is not required to take part in this forum, so there is nothing to score.',
    );
  if (lacksPoints(suggestion, decisions))
    throw wrongField(
      'decisions',
      'Some part has no points yet. Give them, or give another total with its reason.',
    );
}

/** Keeps, or gives, what a second evaluator makes of a student whom the first has scored; the score stays what it is. */
async function keepSecond(
  change: Change,
  course: InCourse,
  forumId: string,
  about: { itemId: string; studentId: string; readerId: string },
  readings: StudentReadings,
  asked: { version: number; decisions: Decisions; give: boolean },
): Promise<void> {
  const { trx, now } = change;
  const { decisions, give } = asked;
  const { itemId, studentId } = about;
  const version = asked.version + 1;
  await keepReading(change, about, { version, decisions, points: null, at: null });
  if (!give) return;
  const suggestion = await suggestionOf(trx, course, forumId, studentId, decisions, now);
  refuseIncomplete(suggestion, decisions);
  const [first] = readings.given;
  const firsts = readings.kept.find(({ readerId }) => readerId === first!.readerId)!;
  await keepReading(change, { ...about, readerId: firsts.readerId }, firsts);
  await keepReading(change, about, { version, decisions, points: suggestion.points, at: now });
  await change.record(
    'score.readSecond',
    { of: 'reading', itemId, studentId },
    { after: { points: suggestion.points } },
  );
}

/** Says that a given score stands though the student changed posts since. (rules §5) */
export async function confirmScore(
  deps: Keeping,
  course: InCourse,
  { forumId, studentId }: { forumId: string; studentId: string },
  version: number,
  now: number,
  show: ShowDesk,
): Promise<void> {
  const { card, forum } = forumIn(course.setup, forumId);
  const { evaluation } = forum;
  if (!worksWith(course, studentId) || card.itemId === null) throw notFound();
  const itemId = card.itemId;
  await changeCourse(deps, course, now, async (change) => {
    const { trx } = change;
    const stored = await storedScore(trx, itemId, studentId);
    if (!stored || stored.points === null) throw notFound();
    const second =
      evaluation?.secondReading && isSecond(await readingsFor(trx, itemId, studentId), course.person.id);
    if (second)
      throw refused(
        'readFirst',
        'Give your own reading first. Until then the first score is not shown to you.',
      );
    if (stored.version !== version)
      throw conflict('Someone else has scored this student since you opened the page.', await show(trx));
    await confirmGiven(change, { itemId, studentId, stored });
  });
}

/** Excuses a student from a forum, or no longer. */
export async function setExcused(
  deps: Keeping,
  course: InCourse,
  { forumId, studentId }: { forumId: string; studentId: string },
  excused: boolean,
  now: number,
): Promise<void> {
  const { card } = forumIn(course.setup, forumId);
  if (!worksWith(course, studentId) || card.itemId === null) throw notFound();
  const itemId = card.itemId;
  await changeCourse(deps, course, now, async (change) => {
    const stored = await storedScore(change.trx, itemId, studentId);
    if ((stored?.excused === 1) === excused) return;
    await excuse(change, { itemId, studentId, stored }, excused);
  });
}
