import type { Id } from '../course/id';
import type { Pairing } from '../course/reviewSettings';

/** Whom each person of a unit would review, by reviewer, in the order of the ring. */
export type Targets = ReadonlyMap<Id, readonly Id[]>;

/**
 * A round: whoever is at place i of the order reviews those at i + 1 to i + the smaller of their number and all others, going round. (rules §9)
 *
 * @param order the people of a unit
 * @param numberOf how many each reviews
 */
function round(order: readonly Id[], numberOf: (id: Id) => number): Targets {
  const n = order.length;
  return new Map(
    order.map((id, place) => [
      id,
      Array.from({ length: Math.min(numberOf(id), n - 1) }, (_, step) => order[(place + 1 + step) % n]!),
    ]),
  );
}

/** Two by two: neighbours of the order review one another; of an odd number the last three go round. Nobody where there is one alone. (rules §9) */
function twoByTwo(order: readonly Id[]): Targets {
  const n = order.length;
  const targets = new Map<Id, readonly Id[]>();
  if (n < 2) return targets;
  const inPairs = n % 2 === 0 ? n : n - 3;
  for (let place = 0; place < inPairs; place += 2) {
    targets.set(order[place]!, [order[place + 1]!]);
    targets.set(order[place + 1]!, [order[place]!]);
  }
  const last = order.slice(inPairs);
  last.forEach((id, place) => targets.set(id, [last[(place + 1) % last.length]!]));
  return targets;
}

/**
 * Whom each person of a unit reviews in an order, whatever must not be. (rules §9)
 *
 * @param numberOf how many posts each reviews
 * @example ringOf('round', ['ines', 'bram', 'chidi'], () => 1).get('chidi') // ['ines']
 */
export function ringOf(
  pairing: Exclude<Pairing, 'byHand'>,
  order: readonly Id[],
  numberOf: (id: Id) => number,
): Targets {
  return pairing === 'round' ? round(order, numberOf) : twoByTwo(order);
}
