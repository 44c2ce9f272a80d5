import { fromJson, toJson } from '../../db/json';
import { decimal } from '../../../core/course/points';
import { suggest, type Decisions, type Suggestion } from '../../../core/scoring/suggest';
import { givenSingly, givenTogether } from '../../../core/scoring/together';
import type { Done } from '../../../core/scoring/kinds/basis';
import { fillInText, type Filling } from '../../../core/text/fillIn';
import { toHtml } from '../../text/toHtml';
import type { Change } from '../change/changeCourse';
import { forumIn, type InCourse } from '../setup/inCourse';
import { keepScore, NONE, type ScoreCell, type StoredScore } from './keepScore';
import type { RecordedScore } from './loadScores';
import { noteGiven, readingsFor } from './readings';

/** What the places of a saved remark stand for with one student of a forum. */
export function fillingFor(course: InCourse, forumId: string, studentId: string): Filling {
  const { given, sortable } = course.setup.names.get(studentId)!;
  return {
    'given name': given,
    'family name': sortable.split(', ')[0]!,
    forum: course.setup.cards.get(forumId)!.title,
  };
}

/** What goes into a score that is given. */
export interface Giving {
  readonly decisions: Decisions;
  readonly suggestion: Pick<Suggestion, 'points' | 'lines'>;
  /** Left out: true. Whether the score has a new version from then on. */
  readonly anew?: boolean;
  /** The title of the group to whose members it is given with one sheet; left out: it is given to one. */
  readonly together?: string | undefined;
  /** Why, as the history keeps it; left out: the reason that was decided. */
  readonly why?: string;
}

/**
 * Gives a score: what is suggested with its explanation, the remark that is kept with the places in it filled in, comments on passages,
 * and files. What the student reads moves at this moment, and not while it is typed. (rules §6)
 *
 * @returns the score as it is stored then
 */
export async function giveScore(
  change: Change,
  course: InCourse,
  forumId: string,
  cell: ScoreCell,
  { decisions, suggestion, together, why, anew = true }: Giving,
): Promise<StoredScore> {
  const { itemId, studentId, stored } = cell;
  const { points } = suggestion;
  const lines =
    together === undefined
      ? givenSingly(suggestion.lines, stored === null ? [] : fromJson(stored.lines))
      : givenTogether(suggestion.lines, together);
  const remark = stored?.remark == null ? null : fromJson(stored.remark);
  const said =
    remark && fillInText(remark, { ...fillingFor(course, forumId, studentId), score: decimal(points) });
  const remarkHtml = said && toHtml(said);
  const passages = stored?.passages ?? NONE;
  const files = stored?.files ?? NONE;
  const row = {
    decisions: toJson(decisions),
    decisions_given: toJson(decisions),
    points,
    lines: toJson(lines),
    remark: said && toJson(said),
    remark_html: remarkHtml,
    passages_given: passages,
    files_given: files,
    given_at: change.now,
    given_by: course.person.id,
  };
  const given = await keepScore(change, cell, row, { anew });
  await change.record(
    'score.given',
    { of: 'score', itemId, studentId },
    {
      before: stored?.points == null ? null : { points: stored.points },
      after: {
        points,
        lines,
        remarkHtml,
        passages: fromJson(passages),
        files: fromJson(files),
        decisions,
      } satisfies RecordedScore,
      why: why ?? decisions.override?.reason ?? decisions.adjustment?.reason ?? null,
    },
  );
  return given;
}

/** Gives a score by what was decided away from the Desk, and takes note of the reading where two read each student. */
export async function giveDecided(
  change: Change,
  course: InCourse,
  forumId: string,
  cell: ScoreCell,
  giving: Giving,
): Promise<StoredScore> {
  const { itemId, studentId } = cell;
  const isReadTwice = forumIn(course.setup, forumId).forum.evaluation!.secondReading;
  const readings = isReadTwice ? await readingsFor(change.trx, itemId, studentId) : null;
  const given = await giveScore(change, course, forumId, cell, giving);
  if (readings !== null) {
    const { decisions, suggestion } = giving;
    const reader = { itemId, studentId, readerId: course.person.id };
    await noteGiven(change, reader, readings, { decisions, points: suggestion.points });
  }
  return given;
}

/** What decisions come to with another total in place of the computed one. */
export function withTotal(
  course: InCourse,
  forumId: string,
  participation: Done,
  decisions: Decisions,
  total: { readonly points: number; readonly reason: string },
  now: number,
): { decisions: Decisions; suggestion: Suggestion | null } {
  const { forum } = forumIn(course.setup, forumId);
  const decided = { ...decisions, override: total };
  return { decisions: decided, suggestion: suggest(forum, participation, decided, now) };
}
