import type { ExplanationLine } from '../../core/scoring/kinds/explanation';
import { sql } from 'kysely';
import { NO_DECISIONS, type Decisions } from '../../core/scoring/suggest';
import type { Given } from '../../core/insight/fairness';
import type { LocalTime } from '../../core/insight/localTime';
import { decidedCriteria } from '../../core/outcomes/attainment';
import { shownItems } from '../columns/shownItems';
import type { CourseSetup } from '../course/setup/courseCache';
import type { Db } from '../db/open';

/** A score as it is read: its explanation only where lateness stands in it, what was decided only where criteria are. */
type Row = readonly [
  studentId: string,
  points: number,
  byId: string,
  at: number,
  lines: readonly ExplanationLine[] | null,
  decisions: Decisions | null,
];

/** The scores given in an item to who is not excused, in one piece of JSON. */
async function scoresOf(db: Db, itemId: string, hasCriteria: boolean): Promise<Row[]> {
  const { rows } = await sql<{ list: string }>`
    SELECT json_group_array(json_array(student_id, points, given_by, given_at,
      CASE WHEN instr(lines, '"lateness"') > 0 THEN json(lines) END,
      CASE WHEN ${hasCriteria ? 1 : 0} THEN json(decisions_given) END)) AS list
    FROM score WHERE item_id = ${itemId} AND points IS NOT NULL AND given_by IS NOT NULL AND given_at IS NOT NULL
      AND excused = 0`.execute(db);
  return JSON.parse(rows[0]!.list) as Row[];
}

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
    for (const row of await scoresOf(db, id, hasCriteria)) {
      const [studentId, points, byId, at, lines, decisions] = row;
      if (!students.has(studentId)) continue;
      given.push({
        forumId,
        studentId,
        points,
        maximum: evaluation.maximum,
        byId,
        hour: localTime(at).hour,
        sectionId: setup.students.get(studentId)?.sectionId ?? null,
        late: (lines ?? []).reduce((sum, { code, amount }) => (code === 'lateness' ? sum + amount : sum), 0),
        criteria: decidedCriteria(evaluation, decisions ?? NO_DECISIONS).map(
          ({ criterion, points: reached, of }) => ({ title: criterion.title, points: reached, of }),
        ),
      });
    }
  }
  return given;
}
