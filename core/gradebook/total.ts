import type { Id } from '../course/id';
import { divideRounded, WHOLE, type Percent, type Points } from '../scoring/points';
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
}

/** A student's total. */
export interface Total {
  readonly percent: Percent | null;
  readonly letter: string | null;
  readonly categories: ReadonlyMap<Id, Sum>;
  readonly items: number;
  readonly of: number;
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

function sumOf(
  items: readonly Item[],
  cells: ReadonlyMap<Id, Cell>,
  categories: ReadonlyMap<Id, Category>,
  who: TotalFor,
): Sum {
  let earned = 0;
  let possible = 0;
  let counted = 0;
  let of = 0;
  for (const item of items) {
    const cell = cells.get(item.id) ?? NO_CELL;
    if (!item.counts || cell.excused || !cell.asked) continue;
    of++;
    const category = item.categoryId === null ? null : (categories.get(item.categoryId) ?? null);
    const points = countedPoints(item, cell, category, who);
    if (points === null) continue;
    counted++;
    earned += points;
    if (!item.extraCredit) possible += item.maximum;
  }
  const percent = possible === 0 ? null : divideRounded(earned * WHOLE, possible);
  return { earned, possible, percent, items: counted, of };
}

/**
 * A student's total: weighted, the mean of the category percentages (unrounded) by weight; by points, earned over
 * possible over all items. Rounded once, to hundredths of a percent. (rules §7)
 *
 * @param cells the student's cells by item
 * @param who whose view: a student's is made from released scores only
 */
export function totalOf(gradebook: Gradebook, cells: ReadonlyMap<Id, Cell>, who: TotalFor): Total {
  const byId = new Map(gradebook.categories.map((category) => [category.id, category]));
  const categories = new Map<Id, Sum>();
  for (const category of gradebook.categories) {
    const items = gradebook.items.filter((item) => item.categoryId === category.id);
    categories.set(category.id, sumOf(items, cells, byId, who));
  }
  const items =
    gradebook.mode === 'weighted'
      ? gradebook.items.filter((item) => item.categoryId !== null)
      : gradebook.items;
  const all = sumOf(items, cells, byId, who);
  const percent =
    gradebook.mode === 'weighted' ? weightedPercent(gradebook.categories, categories) : all.percent;
  const letter = percent === null ? null : letterOf(percent, gradebook.letters);
  return { percent, letter, categories, items: all.items, of: all.of };
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
