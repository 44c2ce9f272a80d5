import type { Hours } from '../../words/dates';

/** A signed-in person, as every handler sees them. */
export interface SignedIn {
  readonly personId: string;
  readonly writeToken: string;
  readonly tokenHash: string;
  /** The hours they read times in. */
  readonly hours: Hours;
}
