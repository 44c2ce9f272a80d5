import { fromJson } from '../db/json';
import { changeCourse, type Change, type Keeping } from '../course/change/changeCourse';
import type { CellChange, CellRefusal, CellValue } from '../../contract/cells';
import { itemPoints } from '../../core/gradebook/itemPoints';
import type { Item } from '../../core/gradebook/gradebook';
import { participationOf } from '../../core/participation/participationOf';
import { NO_DECISIONS, withinBounds } from '../../core/scoring/suggest';
import { textOf } from '../../core/text/textOf';
import { worksWith, type InCourse } from '../course/setup/inCourse';
import type { Trx } from '../db/open';
import { forumData } from '../course/facts/forumData';
import { excuse } from '../course/scores/excuse';
import { giveDecided, withTotal } from '../course/scores/giveScore';
import { decimal } from '../../core/course/points';
import { enterPoints, remarkOn } from '../course/scores/changeScore';
import type { ScoreCell, StoredScore } from '../course/scores/keepScore';
import { factsOfStored, storedScore, storedScores } from '../course/scores/storedScore';
import { isSecond, readingsFor } from '../course/scores/readings';
import { notFound, Problem, wrongField } from '../refusals/problem';
import { shownItem } from '../columns/shownItems';

/** What stands in a cell by what is stored; points of a forum on the item's scale. */
export function valueOf(
  course: InCourse,
  item: Item,
  stored: Pick<StoredScore, 'points' | 'excused'> | null,
): CellValue {
  if (stored?.excused === 1) return 'excused';
  const points = stored?.points ?? null;
  const evaluation = item.forumId === null ? null : course.setup.forums.get(item.forumId)!.evaluation;
  return points === null || evaluation === null
    ? points
    : itemPoints(points, evaluation.maximum, item.maximum);
}

const words = (value: CellValue) =>
  value === null ? 'nothing' : value === 'excused' ? 'excused' : decimal(value);

/** One column in which cells change, with all that is needed to change them. */
interface InColumn {
  readonly item: Item;
  readonly stored: ReadonlyMap<string, StoredScore>;
  readonly data: Awaited<ReturnType<typeof forumData>> | null;
}

async function columnFor(trx: Trx, course: InCourse, itemId: string): Promise<InColumn> {
  const item = shownItem(course.setup, itemId);
  const stored = await storedScores(trx, itemId);
  if (item.forumId === null) return { item, stored, data: null };
  const facts = new Map([...stored].map(([student, row]) => [student, factsOfStored(row)]));
  return { item, stored, data: await forumData(trx, course.setup, item.forumId, facts) };
}

/** Excuses where the cell is to say so, and no more where it says something else; answers what is stored then. */
async function excuseOrNot(
  change: Change,
  cell: ScoreCell,
  after: CellValue,
  why: string | null,
): Promise<StoredScore | null> {
  const isExcused = cell.stored?.excused === 1;
  if (isExcused === (after === 'excused')) return cell.stored;
  return excuse(change, cell, !isExcused, why);
}

/** Changes one cell; what cannot be changed so is answered in words. */
async function changeCell(
  change: Change,
  course: InCourse,
  column: InColumn,
  { student: studentId, after }: CellChange,
  why: string | null,
): Promise<string | null> {
  const { trx, now } = change;
  const { item } = column;
  const student = course.setup.students.get(studentId)!;
  const stored = column.stored.get(studentId) ?? null;
  const cell = { itemId: item.id, studentId, stored };
  if (student.removed) return 'This student has left the course.';
  if (item.forumId === null) {
    if (typeof after === 'number' && after > item.maximum)
      return `At most ${decimal(item.maximum)} here. For more, raise the item’s maximum or make an extra credit item.`;
    const next = await excuseOrNot(change, cell, after, why);
    if (after !== 'excused')
      await enterPoints(change, { ...cell, stored: next }, after, course.person.id, why);
    return null;
  }
  const forum = course.setup.forums.get(item.forumId)!;
  const evaluation = forum.evaluation!;
  if (after === null && stored?.excused !== 1)
    return 'A forum’s score cannot be removed; give another one, or excuse the student.';
  const part = participationOf(column.data!, forum, student, now);
  if (part.notAsked !== null && after !== null && stored?.excused !== 1)
    return 'The student is not required to take part in this forum.';
  if (typeof after === 'number') {
    const points = itemPoints(after, item.maximum, evaluation.maximum);
    if (withinBounds(points, evaluation) !== points)
      return `At most ${decimal(item.maximum)}: the forum gives nothing above its maximum.`;
    const shown = itemPoints(points, evaluation.maximum, item.maximum);
    if (shown !== after)
      return `The forum counts to ${decimal(evaluation.maximum)}, so this can only be ${decimal(shown)}.`;
    if (evaluation.secondReading) {
      const readings = await readingsFor(trx, item.id, studentId);
      if (isSecond(readings, course.person.id))
        return 'Someone else has read this student first. Give your reading on the Desk, without seeing theirs.';
    }
    const next = await excuseOrNot(change, cell, after, why);
    const own = stored === null ? NO_DECISIONS : fromJson(stored.decisions);
    const total = { points, reason: why ?? 'Entered in the gradebook' };
    const { decisions, suggestion } = withTotal(course, forum.id, part, own, total, now);
    if (suggestion === null) return 'The student is not required to take part in this forum.';
    await giveDecided(change, course, forum.id, { ...cell, stored: next }, { decisions, suggestion });
    return null;
  }
  await excuseOrNot(change, cell, after, why);
  return null;
}

/** Who changed a cell last, and when. */
async function lastChangeOf(trx: Trx, course: InCourse, itemId: string, studentId: string) {
  const row = await trx
    .selectFrom('record')
    .select(['actor_id', 'at'])
    .where('course_id', '=', course.setup.id)
    .where('subject', '=', `score:${itemId}:${studentId}`)
    .orderBy('id', 'desc')
    .executeTakeFirst();
  return { by: row ? (course.setup.names.get(row.actor_id)?.name ?? null) : null, at: row?.at ?? null };
}

/**
 * Changes cells, all of them or none: where someone changed one in between, or one cannot be changed so, nothing is written and every such
 * cell is told. Points of a forum become another total with its reason; what was decided on the Desk stays beneath it. (docs/rules §7)
 */
export function changeCells(
  deps: Keeping,
  course: InCourse,
  asked: { changes: readonly CellChange[]; why: string | null },
  now: number,
): Promise<{ changed: readonly string[] }> {
  return changeCourse(deps, course, now, (change) => changeCellsIn(change, course, asked));
}

/** The same within a transaction. */
export async function changeCellsIn(
  change: Change,
  course: InCourse,
  { changes, why }: { changes: readonly CellChange[]; why: string | null },
): Promise<{ changed: readonly string[] }> {
  const { trx } = change;
  if (changes.some(({ student }) => !worksWith(course, student))) throw notFound();
  if (new Set(changes.map(({ item, student }) => `${item} ${student}`)).size < changes.length)
    throw wrongField('changes', 'The same cell appears twice; send each once.');
  const columns = new Map<string, InColumn>();
  const refusals: CellRefusal[] = [];
  const changed = new Set<string>();
  for (const asked of changes) {
    const column = columns.get(asked.item) ?? (await columnFor(trx, course, asked.item));
    columns.set(asked.item, column);
    const current = valueOf(course, column.item, column.stored.get(asked.student) ?? null);
    if (current === asked.after) continue;
    const at = { item: asked.item, student: asked.student };
    if (current !== asked.before) {
      const last = await lastChangeOf(trx, course, asked.item, asked.student);
      const message = `${last.by ?? 'Someone'} has changed this since: it is ${words(current)} now.`;
      refusals.push({ ...at, message, conflict: { now: current, ...last } });
      continue;
    }
    const message = await changeCell(change, course, column, asked, why);
    if (message !== null) refusals.push({ ...at, message, conflict: null });
    else changed.add(asked.student);
  }
  const [first] = refusals;
  if (first) {
    const more = refusals.length > 1 ? ` The same kind of problem affects ${refusals.length - 1} more.` : '';
    const isConflict = refusals.some(({ conflict }) => conflict !== null);
    throw new Problem(isConflict ? 409 : 422, 'cells', `${first.message}${more}`, undefined, refusals);
  }
  return { changed: [...changed] };
}

/** Writes the remark of a cell entered by hand; with the score it reaches the student. */
export async function remarkCell(
  change: Change,
  course: InCourse,
  { itemId, studentId }: { itemId: string; studentId: string },
  remark: string,
): Promise<void> {
  const item = shownItem(course.setup, itemId);
  const stored = await storedScore(change.trx, item.id, studentId);
  await remarkOn(change, { itemId, studentId, stored }, remark === '' ? null : textOf(remark), true);
}
