import { createHash } from 'node:crypto';
import { setImmediate as nextTurn } from 'node:timers/promises';
import type { ScoreFacts } from '../../core/course/courseData';
import type { Item } from '../../core/gradebook/gradebook';
import { fedCell, handCell, type CellInState, type LastingCell } from '../../core/gradebook/cellOf';
import type { CourseSetup } from '../course/courseCache';
import type { Db } from '../db/open';
import { forumData } from '../discuss/forumData';
import { lastChange } from '../discuss/forumPosts';
import { shownScores } from '../evaluate/loadScores';

/** A cell with what the gradebook shows beside the points. */
export interface ColumnCell extends CellInState {
  /** A remark goes with the score. */
  readonly remarked: boolean;
}

/** The cells of an item, by student. */
export type Column = ReadonlyMap<string, ColumnCell>;

/** A column as it was worked out, with all it depends on: it stands while that does, and while the clock turns nothing in it. */
interface Kept {
  readonly rules: string;
  readonly posts: number;
  readonly scores: number;
  readonly from: number;
  readonly until: number;
  readonly column: Column;
}

/** By what a database and its transactions have in common. */
const kept = new WeakMap<object, Map<string, Kept>>();

/** How many cells are kept in memory: five courses of 2,000 students with 40 items. */
const KEPT_CELLS = 400_000;

function forgetOldest(columns: Map<string, Kept>): void {
  let cells = [...columns.values()].reduce((sum, { column }) => sum + column.size, 0);
  for (const [id, { column }] of columns) {
    if (cells <= KEPT_CELLS || columns.size === 1) return;
    columns.delete(id);
    cells -= column.size;
  }
}

/** What says that the students and groups of a course are the same as before. */
const rosters = new WeakMap<CourseSetup, string>();
function rosterOf(setup: CourseSetup): string {
  let roster = rosters.get(setup);
  if (roster === undefined) {
    const all = JSON.stringify([setup.zone, ...setup.students.values(), ...setup.groups.values()]);
    rosters.set(setup, (roster = createHash('sha256').update(all).digest('base64')));
  }
  return roster;
}

type Scores = ReadonlyMap<string, ScoreFacts & { readonly remarked: boolean }>;

async function scoresOf(db: Db, itemId: string): Promise<Scores> {
  const rows = await db
    .selectFrom('score')
    .select(['student_id', 'points', 'given_at', 'released_at', 'excused', 'remark_html'])
    .where('item_id', '=', itemId)
    .execute();
  return new Map(
    rows.map((row) => [
      row.student_id,
      {
        points: row.points,
        givenAt: row.given_at,
        released: row.released_at !== null,
        excused: row.excused === 1,
        remarked: row.remark_html !== null,
      },
    ]),
  );
}

/** Every score as it stood then, by item, in a look into the past. */
async function pastScores(db: Db, setup: CourseSetup): Promise<ReadonlyMap<string, Scores>> {
  const items = new Map<string, Map<string, ScoreFacts & { remarked: boolean }>>();
  for (const score of await shownScores(db, setup)) {
    const { itemId, studentId, points, givenAt, releasedAt, excused, remarkHtml } = score;
    const facts = { points, givenAt, released: releasedAt !== null, excused, remarked: remarkHtml !== null };
    items.set(itemId, (items.get(itemId) ?? new Map()).set(studentId, facts));
  }
  return items;
}

const isSame = (a: ColumnCell, b: ColumnCell): boolean =>
  a.state === b.state &&
  a.given === b.given &&
  a.released === b.released &&
  a.remarked === b.remarked &&
  a.excused === b.excused &&
  a.asked === b.asked &&
  a.duePassed === b.duePassed &&
  a.hasPosts === b.hasPosts;

/** Works a column out; a cell that is as it was before stays the same object. */
async function workedOut(
  db: Db,
  setup: CourseSetup,
  item: Item,
  scores: Scores,
  before: Column | undefined,
  now: number,
): Promise<Pick<Kept, 'from' | 'until' | 'column'>> {
  const forum = item.forumId === null ? null : setup.forums.get(item.forumId)!;
  const data = forum && (await forumData(db, setup, forum.id, scores));
  let from = -Infinity;
  let until = Infinity;
  const column = new Map<string, ColumnCell>();
  for (const student of setup.students.values()) {
    if (student.removed) continue;
    const score = scores.get(student.id) ?? null;
    const lasting: LastingCell = data
      ? fedCell(data, forum!, item, student, now)
      : handCell(item, student, score, now);
    from = Math.max(from, lasting.from);
    until = Math.min(until, lasting.until);
    const cell = { ...lasting.cell, remarked: score?.remarked ?? false };
    const last = before?.get(student.id);
    column.set(student.id, last && isSame(last, cell) ? last : cell);
  }
  return { from, until, column };
}

/**
 * The columns of a gradebook as it stands now, by item. Each is kept between requests and worked out anew only when a post, a score, the
 * rules, the roster or the clock have changed something in it; between two of them other requests get their turn.
 */
export async function columnsOf(
  db: Db,
  setup: CourseSetup,
  items: readonly Item[],
  now: number,
): Promise<Map<string, Column>> {
  const found = new Map<string, Column>();
  if (setup.asOf !== null) {
    const past = await pastScores(db, setup);
    for (const item of items)
      found.set(
        item.id,
        (await workedOut(db, setup, item, past.get(item.id) ?? new Map(), undefined, now)).column,
      );
    return found;
  }
  const { adapter } = db.getExecutor();
  const columns = kept.get(adapter) ?? new Map<string, Kept>();
  kept.set(adapter, columns);
  const changes = new Map(
    (await db.selectFrom('item').select(['id', 'changes']).where('course_id', '=', setup.id).execute()).map(
      ({ id, changes: n }) => [id, n],
    ),
  );
  for (const item of items) {
    const forum = item.forumId === null ? null : setup.forums.get(item.forumId);
    const rules = JSON.stringify([rosterOf(setup), forum, item.maximum, item.dueAt]);
    const posts = item.forumId === null ? 0 : await lastChange(db, item.forumId);
    const scores = changes.get(item.id) ?? 0;
    const before = columns.get(item.id);
    const stands =
      before !== undefined &&
      before.rules === rules &&
      before.posts === posts &&
      before.scores === scores &&
      before.from <= now &&
      now < before.until;
    if (stands) {
      found.set(item.id, before.column);
      continue;
    }
    const fresh = await workedOut(db, setup, item, await scoresOf(db, item.id), before?.column, now);
    found.set(item.id, fresh.column);
    if (!db.isTransaction) {
      columns.delete(item.id);
      columns.set(item.id, { rules, posts, scores, ...fresh });
      forgetOldest(columns);
      await nextTurn();
    }
  }
  return found;
}
