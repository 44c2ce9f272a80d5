import { setImmediate as nextTurn } from 'node:timers/promises';
import type { GradebookCell, GradebookItem, GradebookRow, GradebookView } from '../../contract/gradebook';
import type { Student } from '../../core/course/roster';
import type { Gradebook, Item } from '../../core/gradebook/gradebook';
import { countedPoints, totalOf, type Sum, type Total } from '../../core/gradebook/total';
import { hasOpened } from '../../core/time/minute';
import type { CourseSetup } from '../course/setup/courseCache';
import { studentsOf, type InCourse } from '../course/setup/inCourse';
import type { Db } from '../db/open';
import type { ColumnCell } from '../columns/column';
import { columnsOf } from '../columns/columns';
import { shownItems } from '../columns/shownItems';

export const shortSum = ({ percent, items, of }: Sum | Total) => ({ percent, items, of });

/** An item as the gradebook shows it. */
export function shownAs(setup: CourseSetup, item: Item, now: number): GradebookItem {
  const opens = item.forumId === null ? null : (setup.forums.get(item.forumId)?.schedule.postingFrom ?? null);
  const { version, follows } = setup.itemCards.get(item.id)!;
  const { id, forumId, title, categoryId, maximum, display, counts, extraCredit, dueAt } = item;
  return {
    id,
    version,
    forumId,
    title,
    categoryId,
    maximum,
    display,
    counts,
    extraCredit,
    dueAt: dueAt ?? null,
    follows,
    opened: hasOpened(opens, now),
  };
}

function shownCell(book: Gradebook, item: Item, cell: ColumnCell, total: Total): GradebookCell {
  const category = book.categories.find(({ id }) => id === item.categoryId) ?? null;
  const isZero = cell.given === null && countedPoints(item, cell, category, 'staff') === 0;
  return {
    state: cell.state,
    ...(cell.given !== null && { points: cell.given }),
    ...(cell.released && { released: true as const }),
    ...(isZero && { zero: true as const }),
    ...(total.dropped.has(item.id) && { dropped: true as const }),
    ...(cell.remarked && { remarked: true as const }),
  };
}

/** A row as it was last worked out, and the cells it was made of. */
interface KeptRow {
  readonly cells: readonly ColumnCell[];
  readonly row: GradebookRow;
}

/** Rows that stand as long as the course's setup and their own cells do. */
const keptRows = new WeakMap<CourseSetup, Map<string, KeptRow>>();

function workedOutRow(
  setup: CourseSetup,
  book: Gradebook,
  cells: readonly ColumnCell[],
  student: Student,
): GradebookRow {
  const total = totalOf(book, new Map(book.items.map((item, at) => [item.id, cells[at]!])), 'staff');
  return {
    student: setup.names.get(student.id)!,
    ...setup.contacts.get(student.id)!,
    sectionId: student.sectionId,
    groupIds: [...student.groupIds],
    cells: book.items.map((item, at) => shownCell(book, item, cells[at]!, total)),
    categories: book.categories.map(({ id }) => shortSum(total.categories.get(id)!)),
    total: { ...shortSum(total), letter: total.letter },
  };
}

/** So many rows are worked out before other requests get their turn. */
const ROWS_AT_ONCE = 250;

/** The rows of some students, as they stand now. */
export async function gradebookRows(
  db: Db,
  course: InCourse,
  students: readonly Student[],
  now: number,
): Promise<GradebookRow[]> {
  const { setup } = course;
  const items = shownItems(setup);
  const columns = await columnsOf(db, setup, items, now);
  const book = { ...setup.gradebook, items };
  const inOrder = items.map(({ id }) => columns.get(id)!);
  const keptHere = keptRows.get(setup) ?? new Map<string, KeptRow>();
  keptRows.set(setup, keptHere);
  const rows: GradebookRow[] = [];
  let fresh = 0;
  for (const student of students) {
    const cells = inOrder.map((column) => column.get(student.id)!);
    const last = keptHere.get(student.id);
    if (last && cells.every((cell, at) => cell === last.cells[at])) {
      rows.push(last.row);
      continue;
    }
    const row = workedOutRow(setup, book, cells, student);
    keptHere.set(student.id, { cells, row });
    rows.push(row);
    if (++fresh % ROWS_AT_ONCE === 0) await nextTurn();
  }
  return rows;
}

/** Students by items, with totals: all that staff see of the gradebook. (rules §7) */
export async function gradebook(
  db: Db,
  course: InCourse,
  now: number,
): Promise<Omit<GradebookView, 'paging'>> {
  const { setup } = course;
  const { mode, categories, letters } = setup.gradebook;
  const plans = new Map(setup.groupPlans.map(({ id, title }) => [id, title]));
  return {
    mode,
    letters: [...letters],
    categories: categories.map(({ id, title, weight, zeroForMissing, drop }) => ({
      id,
      title,
      weight,
      zeroForMissing,
      drop: drop ?? 0,
    })),
    items: shownItems(setup).map((item) => shownAs(setup, item, now)),
    groups: [...setup.groups.values()].map(({ id, title, planId }) => ({
      id,
      title,
      plan: plans.get(planId) ?? '',
    })),
    rows: await gradebookRows(db, course, studentsOf(course), now),
  };
}
