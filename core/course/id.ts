/** An identifier made at random by the client. Ids are compared by code point where a tie has to be broken. */
export type Id = string;

/** Orders two ids by code point. (rules, preamble) */
export function compareIds(a: Id, b: Id): number {
  return a < b ? -1 : a > b ? 1 : 0;
}
