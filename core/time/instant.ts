/** A point in time: milliseconds since 1970-01-01T00:00Z. (rules §1) */
export type Instant = number;

/** A length of time in whole minutes. (rules §1) */
export type Minutes = number;

export const SECOND = 1000;
export const MINUTE = 60 * SECOND;
export const HOUR = 60 * MINUTE;
export const DAY = 24 * HOUR;
