import type { Id } from '../course/id';

/** Two people who must not review one another, named by staff; which is named first says nothing. (rules §9) */
export type MustNot = readonly [Id, Id];

/** Whether two people must not review one another. (rules §9) */
export type MayNotMeet = (one: Id, other: Id) => boolean;

const keyOf = (one: Id, other: Id) => (one < other ? `${one} ${other}` : `${other} ${one}`);

/**
 * The pairs that staff named, ready to be asked.
 *
 * @example mustNotMeet([['ines', 'bram']])('bram', 'ines') // true
 */
export function mustNotMeet(pairs: readonly MustNot[]): MayNotMeet {
  const keys = new Set(pairs.map(([one, other]) => keyOf(one, other)));
  return keys.size === 0 ? () => false : (one, other) => keys.has(keyOf(one, other));
}
