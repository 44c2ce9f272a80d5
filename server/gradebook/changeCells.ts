import type { CellChange, CellRefusal, CellValue } from '../../contract/cells';
import { itemPoints } from '../../core/gradebook/itemPoints';
import type { Item } from '../../core/gradebook/gradebook';
import { participationOf } from '../../core/participation/participationOf';
import { NO_DECISIONS, withinBounds, type Decisions } from '../../core/scoring/suggest';
import { textOf } from '../../core/text/textOf';
import { worksWith, type InCourse } from '../course/setup/inCourse';
import { keepRecord } from '../course/record/record';
import type { Db, Trx } from '../db/open';
import { forumData } from '../course/facts/forumData';
import { excuse } from '../course/scores/excuse';
import { giveDecided, withTotal } from '../course/scores/giveDecided';
import { decimal } from '../../core/course/points';
import { keepScore, type StoredScore } from '../course/scores/keepScore';
import { isSecond, readingsFor } from '../course/scores/readings';
import { notFound, Problem, wrongField } from '../refusals/problem';
import { toHtml } from '../text/toHtml';
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
  const rows = await trx.selectFrom('score').selectAll().where('item_id', '=', itemId).execute();
  const stored = new Map(rows.map((row) => [row.student_id, row]));
  if (item.forumId === null) return { item, stored, data: null };
  const facts = new Map(
    rows.map((row) => [
      row.student_id,
      {
        points: row.points,
        givenAt: row.given_at,
        released: row.released_at !== null,
        excused: row.excused === 1,
      },
    ]),
  );
  return { item, stored, data: await forumData(trx, course.setup, item.forumId, facts) };
}

/** Excuses where the cell is to say so, and no more where it says something else; answers what is stored then. */
async function excuseOrNot(
  trx: Trx,
  course: InCourse,
  cell: { itemId: string; studentId: string; stored: StoredScore | null },
  after: CellValue,
  now: number,
  why: string | null,
): Promise<StoredScore | null> {
  const isExcused = cell.stored?.excused === 1;
  if (isExcused === (after === 'excused')) return cell.stored;
  const version = await excuse(trx, course, cell, !isExcused, now, why);
  return cell.stored && { ...cell.stored, version, excused: isExcused ? 0 : 1 };
}

/** Writes points into a cell that no forum feeds, or clears it. */
async function enterByHand(
  trx: Trx,
  course: InCourse,
  cell: { itemId: string; studentId: string; stored: StoredScore | null },
  points: number | null,
  now: number,
  why: string | null,
): Promise<void> {
  const before = cell.stored?.points ?? null;
  if (before === points) return;
  await keepScore(trx, cell, {
    points,
    lines: '[]',
    decisions: JSON.stringify(NO_DECISIONS),
    given_at: points === null ? null : now,
    given_by: points === null ? null : course.person.id,
    ...(points === null && { released_at: null }),
  });
  await keepRecord(trx, {
    courseId: course.setup.id,
    at: now,
    actorId: course.person.id,
    what: points === null ? 'score.cleared' : 'score.given',
    subject: `score:${cell.itemId}:${cell.studentId}`,
    before: before === null ? null : { points: before },
    after: points === null ? null : { points, lines: [], remarkHtml: cell.stored?.remark_html ?? null },
    why,
  });
}

/** Changes one cell; what cannot be changed so is answered in words. */
async function changeCell(
  trx: Trx,
  course: InCourse,
  column: InColumn,
  { student: studentId, after }: CellChange,
  why: string | null,
  now: number,
): Promise<string | null> {
  const { item } = column;
  const student = course.setup.students.get(studentId)!;
  const stored = column.stored.get(studentId) ?? null;
  const cell = { itemId: item.id, studentId, stored };
  if (student.removed) return 'This student has left the course.';
  if (item.forumId === null) {
    if (typeof after === 'number' && after > item.maximum)
      return `At most ${decimal(item.maximum)} here. For more, raise the item’s maximum or make an extra credit item.`;
    const next = await excuseOrNot(trx, course, cell, after, now, why);
    if (after !== 'excused') await enterByHand(trx, course, { ...cell, stored: next }, after, now, why);
    return null;
  }
  const forum = course.setup.forums.get(item.forumId)!;
  const evaluation = forum.evaluation!;
  if (after === null && stored?.excused !== 1)
    return 'A score of a forum is not taken away; give another one, or excuse the student.';
  const part = participationOf(column.data!, forum, student, now);
  if (part.notAsked !== null && after !== null && stored?.excused !== 1)
    return 'This forum is not asked of the student.';
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
        return 'Somebody else has read this student first. Give your reading on the Desk, without seeing theirs.';
    }
    const next = await excuseOrNot(trx, course, cell, after, now, why);
    const own = stored === null ? NO_DECISIONS : (JSON.parse(stored.decisions) as Decisions);
    const total = { points, reason: why ?? 'Entered in the gradebook' };
    const { decisions, suggestion } = withTotal(course, forum.id, part, own, total, now);
    if (suggestion === null) return 'This forum is not asked of the student.';
    const toGive = { forumId: forum.id, itemId: item.id, studentId, stored: next };
    await giveDecided(trx, course, toGive, decisions, suggestion, now);
    return null;
  }
  await excuseOrNot(trx, course, cell, after, now, why);
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
 * Changes cells, all of them or none: where somebody changed one in between, or one cannot be changed so, nothing is written and every such
 * cell is told. Points of a forum become another total with its reason; what was decided on the Desk stays beneath it. (docs/rules §7)
 */
export function changeCells(
  db: Db,
  course: InCourse,
  change: { changes: readonly CellChange[]; why: string | null },
  now: number,
): Promise<{ changed: readonly string[] }> {
  return db.transaction().execute((trx) => changeCellsIn(trx, course, change, now));
}

/** The same within a transaction. */
export async function changeCellsIn(
  trx: Trx,
  course: InCourse,
  { changes, why }: { changes: readonly CellChange[]; why: string | null },
  now: number,
): Promise<{ changed: readonly string[] }> {
  if (changes.some(({ student }) => !worksWith(course, student))) throw notFound();
  if (new Set(changes.map(({ item, student }) => `${item} ${student}`)).size < changes.length)
    throw wrongField('changes', 'The same cell stands here twice; send each once.');
  const columns = new Map<string, InColumn>();
  const refusals: CellRefusal[] = [];
  const changed = new Set<string>();
  for (const change of changes) {
    const column = columns.get(change.item) ?? (await columnFor(trx, course, change.item));
    columns.set(change.item, column);
    const current = valueOf(course, column.item, column.stored.get(change.student) ?? null);
    if (current === change.after) continue;
    const at = { item: change.item, student: change.student };
    if (current !== change.before) {
      const last = await lastChangeOf(trx, course, change.item, change.student);
      const message = `${last.by ?? 'Somebody'} has changed this since: it is ${words(current)} now.`;
      refusals.push({ ...at, message, conflict: { now: current, ...last } });
      continue;
    }
    const message = await changeCell(trx, course, column, change, why, now);
    if (message !== null) refusals.push({ ...at, message, conflict: null });
    else changed.add(change.student);
  }
  const [first] = refusals;
  if (first) {
    const more = refusals.length > 1 ? ` The same or the like holds for ${refusals.length - 1} more.` : '';
    const isConflict = refusals.some(({ conflict }) => conflict !== null);
    throw new Problem(isConflict ? 409 : 422, 'cells', `${first.message}${more}`, undefined, refusals);
  }
  return { changed: [...changed] };
}

/** Writes the remark of a cell entered by hand; with the score it reaches the student. */
export async function remarkCell(
  trx: Trx,
  course: InCourse,
  { itemId, studentId }: { itemId: string; studentId: string },
  remark: string,
  now: number,
): Promise<void> {
  const column = await columnFor(trx, course, itemId);
  const stored = column.stored.get(studentId) ?? null;
  const doc = remark === '' ? null : textOf(remark);
  const html = doc && toHtml(doc);
  await keepScore(
    trx,
    { itemId, studentId, stored },
    { remark: doc && JSON.stringify(doc), remark_html: html },
  );
  await keepRecord(trx, {
    courseId: course.setup.id,
    at: now,
    actorId: course.person.id,
    what: 'score.remarked',
    subject: `score:${itemId}:${studentId}`,
    after: { remarkHtml: html },
  });
}
