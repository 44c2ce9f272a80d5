import type { ExplanationLine } from '../../core/scoring/kinds/explanation';
import type { Decisions } from '../../core/scoring/suggest';
import type { Given } from '../../core/insight/fairness';
import type { LocalTime } from '../../core/insight/localTime';
import { decidedCriteria } from '../../core/outcomes/attainment';
import { shownItems } from '../columns/shownItems';
import type { CourseSetup } from '../course/setup/courseCache';
import type { Db } from '../db/open';

/** The scores given in forums, to students whom one works with. */
export async function givenScores(
  db: Db,
  setup: CourseSetup,
  students: ReadonlySet<string>,
  forumIds: ReadonlySet<string>,
  localTime: (at: number) => LocalTime,
): Promise<Given[]> {
  const given: Given[] = [];
  for (const { id, forumId } of shownItems(setup)) {
    const evaluation = forumId === null ? null : setup.forums.get(forumId)?.evaluation;
    if (forumId === null || !evaluation || !forumIds.has(forumId)) continue;
    const hasCriteria = evaluation.parts.some(({ kind }) => kind === 'rubric');
    const rows = await db
      .selectFrom('score')
      .select(['student_id', 'points', 'given_by', 'given_at', 'lines', 'decisions_given'])
      .where('item_id', '=', id)
      .where('points', 'is not', null)
      .where('excused', '=', 0)
      .execute();
    for (const row of rows) {
      if (!students.has(row.student_id) || row.given_by === null || row.given_at === null) continue;
      const lines = row.lines.includes('"lateness"') ? (JSON.parse(row.lines) as ExplanationLine[]) : [];
      const criteria = hasCriteria
        ? decidedCriteria(evaluation, JSON.parse(row.decisions_given) as Decisions)
        : [];
      given.push({
        forumId,
        studentId: row.student_id,
        points: row.points!,
        maximum: evaluation.maximum,
        byId: row.given_by,
        hour: localTime(row.given_at).hour,
        sectionId: setup.students.get(row.student_id)?.sectionId ?? null,
        late: lines.reduce((sum, { code, amount }) => (code === 'lateness' ? sum + amount : sum), 0),
        criteria: criteria.map(({ criterion, points, of }) => ({ title: criterion.title, points, of })),
      });
    }
  }
  return given;
}
