import type { Id } from '../course/id';
import type { Points } from '../course/points';

/** An item of a student as dropping looks at it. Points in hundredths. */
export interface Droppable {
  readonly id: Id;
  readonly earned: Points;
  /** Above 0. */
  readonly possible: Points;
}

/** The kept ones of those with the highest values, and which of equal ones are dropped: those later in order. */
function split(items: readonly Droppable[], values: readonly bigint[], drop: number) {
  const order = items
    .map((_, at) => at)
    .sort((a, b) => (values[a]! === values[b]! ? b - a : values[a]! < values[b]! ? -1 : 1));
  const gone = new Set(order.slice(0, drop));
  return {
    dropped: items.filter((_, at) => gone.has(at)),
    kept: items.filter((_, at) => !gone.has(at)),
  };
}

/**
 * Which items to drop so that the percentage over what stays is the highest possible: exactly min(k, items − 1) of them. Not the lowest
 * percentages one by one: of 80/100, 20/100 and 1/20, dropping 1/20 leaves 50 %, dropping 20/100 leaves 67.5 %. Of equally good choices, the
 * one whose last item in gradebook order is later, then the one before it, and so on. (rules §7)
 *
 * For a fraction that is reached, the items are judged by how much they lift the sum above it; those that lift it most stay. This is done
 * over again with the fraction they come to, until it rises no more: then no other choice is better. All in whole numbers, so exact.
 *
 * @param items those counted, in gradebook order, without extra credit
 * @param k how many to drop at most
 * @param extra what extra credit adds to what is earned, in hundredths
 * @example dropped([{ id: 'a', earned: 8000, possible: 10000 }, …], 1, 0)
 */
export function dropped(items: readonly Droppable[], k: number, extra: Points): Id[] {
  const drop = Math.min(k, items.length - 1);
  if (drop <= 0) return [];
  let kept: readonly Droppable[] = items;
  // Any choice to begin with; from here on the fraction only rises, and there are finitely many choices.
  for (let first = true; ; first = false) {
    const earned = kept.reduce((sum, item) => sum + BigInt(item.earned), BigInt(extra));
    const possible = kept.reduce((sum, item) => sum + BigInt(item.possible), 0n);
    const values = items.map((item) => BigInt(item.earned) * possible - BigInt(item.possible) * earned);
    const next = split(items, values, drop);
    const lift = next.kept.reduce(
      (sum, item) => sum + BigInt(item.earned) * possible - BigInt(item.possible) * earned,
      BigInt(extra) * possible,
    );
    kept = next.kept;
    if (!first && lift <= 0n) return next.dropped.map(({ id }) => id);
  }
}
