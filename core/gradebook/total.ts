import type { Id } from '../course/id';
import { divideRounded, WHOLE, type Percent, type Points } from '../course/points';
import { dropped } from './dropped';
import type { Category, Cell, Gradebook, Item } from './gradebook';
import { letterOf } from './letter';

/** Which scores a total is made from: students are totalled on released ones only, staff on all given. (rules §7) */
export type TotalFor = 'student' | 'staff';

/** What a category, or all items, come to. Points in hundredths. */
export interface Sum {
  readonly earned: Points;
  readonly possible: Points;
  /** earned / possible in hundredths of a percent, rounded; may exceed 100 %; null without possible points. */
  readonly percent: Percent | null;
  /** How many items are in it, of how many that are asked and count. */
  readonly items: number;
  readonly of: number;
  /** Those that were dropped, in gradebook order; they are among the items counted. */
  readonly dropped: readonly Id[];
}

/** A student's total. */
export interface Total {
  readonly percent: Percent | null;
  readonly letter: string | null;
  readonly categories: ReadonlyMap<Id, Sum>;
  readonly items: number;
  readonly of: number;
  /** Every item that was dropped in its category. */
  readonly dropped: ReadonlySet<Id>;
}

const NO_CELL: Cell = {
  asked: false,
  excused: false,
  given: null,
  released: false,
  duePassed: false,
  hasPosts: false,
};

/**
 * The points with which a cell takes part in a total: the score given (released, for a student), or 0 where the
 * category says zero for missing, the last due date has passed and there is neither a counted nor a held post. null
 * when it takes no part. (rules §7)
 */
export function countedPoints(
  item: Item,
  cell: Cell,
  category: Category | null,
  who: TotalFor,
): Points | null {
  if (!item.counts || cell.excused || !cell.asked) return null;
  if (cell.given !== null) return who === 'staff' || cell.released ? cell.given : null;
  return category?.zeroForMissing && cell.duePassed && !cell.hasPosts ? 0 : null;
}

/** What some items come to, without those that are dropped of them. */
function sumOf(
  items: readonly Item[],
  cells: ReadonlyMap<Id, Cell>,
  category: Category | null,
  who: TotalFor,
): Sum {
  const counted: { item: Item; points: Points }[] = [];
  let of = 0;
  for (const item of items) {
    const cell = cells.get(item.id) ?? NO_CELL;
    if (!item.counts || cell.excused || !cell.asked) continue;
    of++;
    const points = countedPoints(item, cell, category, who);
    if (points !== null) counted.push({ item, points });
  }
  const extra = counted.reduce((sum, { item, points }) => sum + (item.extraCredit ? points : 0), 0);
  const droppable = counted.flatMap(({ item, points }) =>
    item.extraCredit ? [] : [{ id: item.id, earned: points, possible: item.maximum }],
  );
  const gone = dropped(droppable, category?.drop ?? 0, extra);
  let earned = extra;
  let possible = 0;
  for (const each of droppable) {
    if (gone.includes(each.id)) continue;
    earned += each.earned;
    possible += each.possible;
  }
  return { ...percentOf(earned, possible), items: counted.length, of, dropped: gone };
}

const percentOf = (earned: Points, possible: Points) => ({
  earned,
  possible,
  percent: possible === 0 ? null : divideRounded(earned * WHOLE, possible),
});

/** What several sums come to together. */
function together(sums: readonly Sum[]): Sum {
  const of = (what: (sum: Sum) => number) => sums.reduce((total, sum) => total + what(sum), 0);
  return {
    ...percentOf(
      of(({ earned }) => earned),
      of(({ possible }) => possible),
    ),
    items: of(({ items }) => items),
    of: of((sum) => sum.of),
    dropped: sums.flatMap((sum) => sum.dropped),
  };
}

/**
 * A student's total: weighted, the mean of the category percentages (unrounded) by weight; by points, earned over
 * possible over all items, after each category has dropped its worst. Rounded once, to hundredths of a percent. (rules §7)
 *
 * @param cells the student's cells by item
 * @param who whose view: a student's is made from released scores only
 */
export function totalOf(gradebook: Gradebook, cells: ReadonlyMap<Id, Cell>, who: TotalFor): Total {
  const categories = new Map<Id, Sum>();
  for (const category of gradebook.categories) {
    const items = gradebook.items.filter((item) => item.categoryId === category.id);
    categories.set(category.id, sumOf(items, cells, category, who));
  }
  const outside =
    gradebook.mode === 'weighted'
      ? []
      : [
          sumOf(
            gradebook.items.filter(({ categoryId }) => !categories.has(categoryId ?? '')),
            cells,
            null,
            who,
          ),
        ];
  const all = together([...categories.values(), ...outside]);
  const percent =
    gradebook.mode === 'weighted' ? weightedPercent(gradebook.categories, categories) : all.percent;
  const letter = percent === null ? null : letterOf(percent, gradebook.letters);
  return { percent, letter, categories, items: all.items, of: all.of, dropped: new Set(all.dropped) };
}

/** Exact in fractions of big integers, because percentages enter unrounded. */
function weightedPercent(categories: readonly Category[], sums: ReadonlyMap<Id, Sum>): Percent | null {
  let numerator = 0n;
  let denominator = 1n;
  let weights = 0n;
  for (const category of categories) {
    const sum = sums.get(category.id)!;
    if (sum.possible === 0) continue;
    const weight = BigInt(category.weight);
    numerator = numerator * BigInt(sum.possible) + weight * BigInt(sum.earned) * denominator;
    denominator *= BigInt(sum.possible);
    weights += weight;
  }
  if (weights === 0n) return null;
  const divisor = denominator * weights;
  const size = 2n * numerator * BigInt(WHOLE) + divisor;
  return Number(size / (2n * divisor));
}
