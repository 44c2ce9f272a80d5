/** One measured thing. */
export interface Row {
  readonly what: string;
  readonly figure: string;
  readonly limit: string;
  /** Figure over limit; above 1 the limit is not kept. */
  readonly ratio: number;
}
