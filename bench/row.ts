/** One measured thing. */
export interface Row {
  readonly what: string;
  readonly figure: string;
  readonly limit: string;
  /** Figure over limit; above 1 the limit is not kept. */
  readonly ratio: number;
}

/** A time, ms, beside the longest it may be; null: there is no limit. */
export const timed = (what: string, ms: number, limit: number | null): Row => ({
  what,
  figure: `${ms.toFixed(0)} ms`,
  limit: limit === null ? 'none' : `${limit} ms`,
  ratio: ms / (limit ?? Infinity),
});
