/** A signed-in person, as every handler sees them. */
export interface SignedIn {
  readonly personId: string;
  readonly writeToken: string;
  readonly tokenHash: string;
}
