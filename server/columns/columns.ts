import { createHash } from 'node:crypto';
import { setImmediate as nextTurn } from 'node:timers/promises';
import type { ScoreFacts } from '../../core/course/courseData';
import type { Item } from '../../core/gradebook/gradebook';
import { fedCell, handCell, type LastingCell } from '../../core/gradebook/cellOf';
import type { CourseSetup } from '../course/setup/courseCache';
import type { Db } from '../db/open';
import { forumData } from '../course/facts/forumData';
import { hasPostsOf, lastChange } from '../course/posts/forumPosts';
import { recent } from '../db/recent';
import type { Basis, Column, ColumnCell, WorkedOut } from './column';
import { columnsApart } from './columnsApart';
import { shownScores } from '../course/scores/loadScores';

/** By what a database and its transactions have in common. */
const kept = new WeakMap<object, ReturnType<typeof recent<WorkedOut>>>();

/** How many cells are kept in memory: five courses of 2,000 students with 40 items. */
export const KEPT_CELLS = 400_000;

/** With more posts than these to read for a gradebook, its columns are worked out in a thread of their own. */
export const POSTS_HERE = 20_000;

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

const hasBasis = (column: WorkedOut, { rules, posts, scores }: Basis, now: number): boolean =>
  column.rules === rules &&
  column.posts === posts &&
  column.scores === scores &&
  column.from <= now &&
  now < column.until;

/** The same column, with every cell that is as it was before as the same object. */
function withCellsOf(before: Column | undefined, column: Column): Column {
  if (!before) return column;
  const merged = new Map<string, ColumnCell>();
  for (const [student, cell] of column) {
    const last = before.get(student);
    merged.set(student, last && isSame(last, cell) ? last : cell);
  }
  return merged;
}

async function cellsOf(
  db: Db,
  setup: CourseSetup,
  item: Item,
  scores: Scores,
  now: number,
): Promise<Pick<WorkedOut, 'from' | 'until' | 'column'>> {
  const forum = item.forumId === null ? null : setup.forums.get(item.forumId)!;
  const data = forum && (await forumData(db, setup, forum.id, scores));
  let from = -Infinity;
  let until = Infinity;
  const column = new Map<string, ColumnCell>();
  // Of who was removed from the roster too: where a score stands, they stay in the docket.
  for (const student of setup.students.values()) {
    const score = scores.get(student.id) ?? null;
    const lasting: LastingCell = data
      ? fedCell(data, forum!, item, student, now)
      : handCell(item, student, score, now);
    from = Math.max(from, lasting.from);
    until = Math.min(until, lasting.until);
    column.set(student.id, { ...lasting.cell, remarked: score?.remarked ?? false });
  }
  return { from, until, column };
}

/** How often the scores of each item have changed. */
async function scoreChanges(db: Db, setup: CourseSetup): Promise<ReadonlyMap<string, number>> {
  const rows = await db
    .selectFrom('item')
    .select(['id', 'changes'])
    .where('course_id', '=', setup.id)
    .execute();
  return new Map(rows.map(({ id, changes }) => [id, changes]));
}

async function basisOf(
  db: Db,
  setup: CourseSetup,
  item: Item,
  changes: ReadonlyMap<string, number>,
): Promise<Basis> {
  const forum = item.forumId === null ? null : setup.forums.get(item.forumId);
  return {
    rules: JSON.stringify([rosterOf(setup), forum, item.maximum, item.dueAt]),
    posts: item.forumId === null ? 0 : await lastChange(db, item.forumId),
    scores: changes.get(item.id) ?? 0,
  };
}

/** Works one column after the other out, from the data alone; what changes meanwhile belongs to the next basis. */
export async function* workOut(
  db: Db,
  setup: CourseSetup,
  items: readonly Item[],
  now: number,
): AsyncGenerator<[item: Item, column: WorkedOut]> {
  const changes = await scoreChanges(db, setup);
  for (const item of items) {
    const basis = await basisOf(db, setup, item, changes);
    yield [item, { ...basis, ...(await cellsOf(db, setup, item, await scoresOf(db, item.id), now)) }];
  }
}

/**
 * The columns of a gradebook as it stands now, by item. Each is kept between requests and worked out anew only when a post, a score, the
 * rules, the roster or the clock have changed something in it; between two of them other requests get their turn. Where very many posts
 * have to be read for that, it is done in a thread of its own.
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
      found.set(item.id, (await cellsOf(db, setup, item, past.get(item.id) ?? new Map(), now)).column);
    return found;
  }
  const { adapter } = db.getExecutor();
  const columns = kept.get(adapter) ?? recent<WorkedOut>(KEPT_CELLS, ({ column }) => column.size);
  kept.set(adapter, columns);
  const changes = await scoreChanges(db, setup);
  const stale: { item: Item; basis: Basis }[] = [];
  let posts = 0;
  for (const item of items) {
    const basis = await basisOf(db, setup, item, changes);
    const before = columns.get(item.id);
    if (before && hasBasis(before, basis, now)) found.set(item.id, before.column);
    else {
      stale.push({ item, basis });
      if (item.forumId !== null && !hasPostsOf(db, item.forumId)) posts += basis.posts;
    }
  }
  const apart =
    posts > POSTS_HERE && !db.isTransaction
      ? await columnsApart(
          db,
          setup.id,
          stale.map(({ item }) => item.id),
          now,
        )
      : null;
  for (const { item, basis } of stale) {
    const there = apart?.get(item.id);
    const fresh =
      there && hasBasis(there, basis, now)
        ? there
        : { ...basis, ...(await cellsOf(db, setup, item, await scoresOf(db, item.id), now)) };
    const column = withCellsOf(columns.get(item.id)?.column, fresh.column);
    found.set(item.id, column);
    if (!db.isTransaction) {
      columns.set(item.id, { ...fresh, column });
      if (fresh !== there) await nextTurn();
    }
  }
  return found;
}
