import { fromJson, toJson } from '../../db/json';
import type { ExplanationLine } from '../../../core/scoring/kinds/explanation';
import { NO_DECISIONS, type Decisions } from '../../../core/scoring/suggest';
import type { RichNode } from '../../../core/text/richText';
import { toHtml } from '../../text/toHtml';
import type { Change } from '../change/changeCourse';
import { EMPTY_SCORE, keepScore, NONE, type ScoreCell, type StoredScore } from './keepScore';
import type { RecordedScore } from './loadScores';

/** A score that is stored. */
type StoredCell = ScoreCell & { readonly stored: StoredScore };

const subjectOf = ({ itemId, studentId }: ScoreCell) => ({ of: 'score', itemId, studentId }) as const;

/**
 * Says that a given score stands though the student changed posts since: it keeps its points and explanation, and is no longer
 * `changed`. (rules §5)
 */
export async function confirmGiven(change: Change, cell: StoredCell): Promise<void> {
  await keepScore(change, cell, { given_at: change.now });
  await change.record('score.confirmed', subjectOf(cell), { after: { points: cell.stored.points } });
}

/** Enters points that no forum computes, or clears them with null. */
export async function enterPoints(
  change: Change,
  cell: ScoreCell,
  points: number | null,
  by: string,
  why: string | null,
): Promise<void> {
  const before = cell.stored?.points ?? null;
  if (before === points) return;
  await keepScore(change, cell, {
    points,
    lines: NONE,
    decisions: toJson(NO_DECISIONS),
    decisions_given: toJson(NO_DECISIONS),
    given_at: points === null ? null : change.now,
    given_by: points === null ? null : by,
    ...(points === null && { released_at: null }),
  });
  await change.record(points === null ? 'score.cleared' : 'score.given', subjectOf(cell), {
    before: before === null ? null : { points: before },
    after:
      points === null
        ? null
        : { points, lines: [], remarkHtml: cell.stored?.remark_html ?? null, decisions: NO_DECISIONS },
    why,
  });
}

/**
 * Writes the remark of a score. Where the student has it with the score already (`told`) it is theirs to read from then on; else it
 * waits for the score.
 */
export async function remarkOn(
  change: Change,
  cell: ScoreCell,
  remark: RichNode | null,
  told: boolean,
): Promise<StoredScore> {
  const html = remark && toHtml(remark);
  const row = { remark: remark && toJson(remark), ...(told && { remark_html: html }) };
  const after = await keepScore(change, cell, row);
  if (told)
    await change.record('score.remarked', subjectOf(cell), {
      after: { remarkHtml: html } satisfies Partial<RecordedScore>,
    });
  return after;
}

/** Carries a score to another scale, with a line in its history. */
export async function rescale(
  change: Change,
  cell: StoredCell,
  to: { points: number; lines: readonly ExplanationLine[]; decisions?: Decisions },
): Promise<void> {
  await keepScore(change, cell, {
    points: to.points,
    lines: toJson(to.lines),
    ...(to.decisions && { decisions: toJson(to.decisions), decisions_given: toJson(to.decisions) }),
  });
  await change.record('score.rescaled', subjectOf(cell), {
    before: { points: cell.stored.points },
    after: { points: to.points, lines: to.lines, ...(to.decisions && { decisions: to.decisions }) },
  });
}

/** Puts back what was stored before; null: nothing was. */
export async function putBack(change: Change, cell: StoredCell, before: StoredScore | null): Promise<void> {
  const { itemId, studentId, stored } = cell;
  const back = before ?? EMPTY_SCORE;
  await keepScore(change, cell, { ...back, item_id: itemId, student_id: studentId });
  await change.record('score.putBack', subjectOf(cell), {
    before: { points: stored.points },
    after: {
      points: back.points,
      givenAt: back.given_at,
      releasedAt: back.released_at,
      excused: back.excused === 1,
      lines: fromJson(back.lines),
      remarkHtml: back.remark_html,
      decisions: fromJson(back.decisions_given ?? back.decisions),
    },
  });
}
