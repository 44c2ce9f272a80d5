declare const holds: unique symbol;

/** Text that is JSON of a type: what some columns hold. */
export type Json<T> = string & { readonly [holds]: T };

/** Reads what a column holds. It was written by {@link toJson}, or laid down by a migration. */
export const fromJson = <T>(json: Json<T>): T => JSON.parse(json) as T;

/** Writes a value as a column holds it. */
export const toJson = <T>(value: T): Json<T> => JSON.stringify(value) as Json<T>;
