/** Thrown to undo a transaction that only had to say what it would do. */
export class OnlyPreview extends Error {}

/** What was thrown to undo a preview is no error. */
export function unlessPreview(error: unknown): void {
  if (!(error instanceof OnlyPreview)) throw error;
}
