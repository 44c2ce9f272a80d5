import type { Trx } from '../../db/open';
import type { Passage } from '../../../contract/evaluate';
import { decimal } from '../../../core/course/points';
import type { Decisions, Suggestion } from '../../../core/scoring/suggest';
import { fillInText, type Filling } from '../../../core/text/fillIn';
import type { RichNode } from '../../../core/text/richText';
import type { InCourse } from '../setup/inCourse';
import { keepRecord } from '../record/record';
import { toHtml } from '../../text/toHtml';
import type { RecordedScore } from './loadScores';

/** What the places of a saved remark stand for with one student of a forum. */
export function fillingFor(course: InCourse, forumId: string, studentId: string): Filling {
  const { given, sortable } = course.setup.names.get(studentId)!;
  return {
    'given name': given,
    'family name': sortable.split(', ')[0]!,
    forum: course.setup.cards.get(forumId)!.title,
  };
}

/**
 * Gives a kept score: what is suggested with its explanation, the remark with the places in it filled in, comments on passages, and
 * files. What the student reads moves at this moment, and not while it is typed. (rules §6)
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
    remark && fillInText(remark, { ...fillingFor(course, forumId, studentId), score: decimal(points) });
  const remarkHtml = said && toHtml(said);
  const given = await trx
    .updateTable('score')
    .set({
      points,
      lines: JSON.stringify(lines),
      remark: said && JSON.stringify(said),
      remark_html: remarkHtml,
      passages_given: (eb) => eb.ref('passages'),
      files_given: (eb) => eb.ref('files'),
      given_at: now,
      given_by: course.person.id,
    })
    .where('item_id', '=', itemId)
    .where('student_id', '=', studentId)
    .returning(['passages_given', 'files_given'])
    .executeTakeFirstOrThrow();
  const passages = JSON.parse(given.passages_given) as Passage[];
  const files = JSON.parse(given.files_given) as string[];
  await keepRecord(trx, {
    courseId: course.setup.id,
    at: now,
    actorId: course.person.id,
    what: 'score.given',
    subject: `score:${itemId}:${studentId}`,
    before: before === null ? null : { points: before },
    after: { points, lines, remarkHtml, passages, files } satisfies RecordedScore,
    why,
  });
}
