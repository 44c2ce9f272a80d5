import type { Trx } from '../../db/open';
import { suggest, type Decisions, type Suggestion } from '../../../core/scoring/suggest';
import type { Done } from '../../../core/scoring/kinds/basis';
import type { RichNode } from '../../../core/text/richText';
import { forumIn, type InCourse } from '../setup/inCourse';
import { giveScore } from './giveScore';
import { keepScore, type StoredScore } from './keepScore';
import { noteGiven, readingsFor } from './readings';

/** A student of a forum whose score is given, with what is kept of it so far. */
export interface ToGive {
  readonly forumId: string;
  readonly itemId: string;
  readonly studentId: string;
  readonly stored: StoredScore | null;
}

/**
 * Gives a score by what was decided, away from the Desk: with the remark that is kept, and noted as a reading where two read each student.
 * Answers the version the score has then.
 */
export async function giveDecided(
  trx: Trx,
  course: InCourse,
  { forumId, itemId, studentId, stored }: ToGive,
  decisions: Decisions,
  suggestion: Suggestion,
  now: number,
): Promise<number> {
  const version = await keepScore(
    trx,
    { itemId, studentId, stored },
    { decisions: JSON.stringify(decisions) },
  );
  const kept = stored?.remark == null ? null : (JSON.parse(stored.remark) as RichNode);
  const about = { forumId, itemId, studentId, before: stored?.points ?? null };
  await giveScore(trx, course, about, suggestion, decisions, kept, now);
  if (forumIn(course.setup, forumId).forum.evaluation!.secondReading) {
    const readings = await readingsFor(trx, itemId, studentId);
    const reader = { itemId, studentId, readerId: course.person.id };
    await noteGiven(trx, reader, readings, { decisions, points: suggestion.points }, now);
  }
  return version;
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
