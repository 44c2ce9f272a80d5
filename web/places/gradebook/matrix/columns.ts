import { holdsWords } from '../../../../core/text/foldText';
import type { GradebookItem, GradebookRow, GradebookView } from '../../../../contract/gradebook';
import type { Display } from '../../../../core/gradebook/gradebook';

type Category = GradebookView['categories'][number];

/** A column as it stands beside the others: an item, the sum of a category, or the total of the course. */
export type MatrixColumn =
  | {
      readonly kind: 'item';
      readonly key: string;
      readonly item: GradebookItem;
      /** Where its cell stands in a row. */
      readonly at: number;
      readonly opensGroup: boolean;
    }
  | { readonly kind: 'sum'; readonly key: string; readonly category: Category; readonly at: number }
  | { readonly kind: 'total'; readonly key: string };

/** Columns that stand under one name. */
export interface ColumnGroup {
  readonly key: string;
  readonly category: Category | null;
  readonly title: string;
  /** The place of its first column. */
  readonly from: number;
  readonly columns: readonly MatrixColumn[];
}

/** Items by category, each followed by its sum, those in no category after them, and the total last. */
export function groupsOf(view: Pick<GradebookView, 'categories' | 'items' | 'mode'>): ColumnGroup[] {
  const columnsIn = (categoryId: string | null): MatrixColumn[] =>
    view.items
      .flatMap((item, at) => (item.categoryId === categoryId ? [{ item, at }] : []))
      .map(({ item, at }, index): MatrixColumn => ({
        kind: 'item',
        key: item.id,
        item,
        at,
        opensGroup: index === 0,
      }));
  const groups = view.categories.map((category, at) => ({
    key: category.id,
    category,
    title: category.title,
    columns: [
      ...columnsIn(category.id),
      { kind: 'sum', key: `sum ${category.id}`, category, at } satisfies MatrixColumn,
    ],
  }));
  const without = columnsIn(null);
  const none = { key: 'none', category: null, title: 'In no category', columns: without };
  const total: MatrixColumn = { kind: 'total', key: 'total' };
  const course = { key: 'course', category: null, title: 'Course', columns: [total] };
  let from = 0;
  return [...groups, ...(without.length > 0 ? [none] : []), course].map((group): ColumnGroup => {
    const at = from;
    from += group.columns.length;
    return { ...group, from: at };
  });
}

/** Which students are shown, in which order, and how scores read. */
export interface MatrixFilter {
  /** `section:<id>`, `group:<id>`, or empty for everyone. */
  readonly who: string;
  /** Only those with a cell in this state; empty for any. */
  readonly state: string;
  /** Only those whose total lies below so many percent; empty for any. */
  readonly below: string;
  /** Part of a name or student number. */
  readonly find: string;
  /** `name`, `total`, or an item's id. */
  readonly sort: string;
  /** Empty: each item as it is set. */
  readonly show: Display | '';
}

/** What cells can be looked for by, with the words for it. */
export const STATE_FILTERS = {
  ready: 'something ready',
  waiting: 'something waiting',
  unreleased: 'something not released',
  changed: 'something changed since',
  zero: 'a 0 for nothing',
  nothing: 'nothing where it has opened',
} as const;

function hasState(row: GradebookRow, items: readonly GradebookItem[], state: string): boolean {
  return row.cells.some((cell, at) => {
    if (state === 'unreleased') return cell.points !== undefined && !cell.released;
    if (state === 'zero') return cell.zero;
    if (state === 'nothing') return cell.state === 'nothing' && items[at]!.opened;
    return cell.state === state;
  });
}

/** The rows that are shown, in the order that is wanted; who has nothing to be ordered by comes last. */
export function rowsShown(
  { rows, items }: Pick<GradebookView, 'rows' | 'items'>,
  { who, state, below, find, sort }: MatrixFilter,
): GradebookRow[] {
  const [kind, id] = who.split(':');
  const limit = below === '' ? null : Number(below.replace(',', '.')) * 100;
  const shown = rows.filter(
    (row) =>
      (kind !== 'section' || row.sectionId === id) &&
      (kind !== 'group' || row.groupIds.includes(id ?? '')) &&
      (state === '' || hasState(row, items, state)) &&
      (limit === null || Number.isNaN(limit) || (row.total.percent !== null && row.total.percent < limit)) &&
      holdsWords(`${row.student.sortable} ${row.student.name} ${row.studentNumber ?? ''}`, find),
  );
  if (sort === 'name' || sort === '') return shown;
  const at = items.findIndex((item) => item.id === sort);
  const value = (row: GradebookRow) => (sort === 'total' ? row.total.percent : row.cells[at]?.points) ?? -1;
  return shown.sort((a, b) => value(b) - value(a));
}
