import type { FileView } from '../../../contract/files';
import type { ReviewPage } from '../../../contract/reviews';
import { EMPTY_TEXT } from '../../../core/text/richText';
import type { CriterionReview, ReviewContent } from '../../../core/review/content';

/** A review as it is typed: its content, the files with their names, and whether it waits to be sent. */
export interface TypedReview {
  readonly content: ReviewContent;
  readonly files: readonly FileView[];
  /** Send was pressed, and the server could not be reached. */
  readonly waits: boolean;
}

const NOTHING: ReviewContent = { values: {}, overall: EMPTY_TEXT, passages: [], files: [] };

/** What the page begins with: what was typed last, else what was sent last, else nothing. */
export function typedFrom({ draft, sent }: Pick<ReviewPage, 'draft' | 'sent'>): TypedReview {
  const content = draft?.content ?? sent?.content ?? NOTHING;
  return { content, files: content.files.map((id) => named(id, sent)), waits: false };
}

/** A file that was chosen earlier; what it is called is known where it was sent. */
function named(id: string, sent: ReviewPage['sent']): FileView {
  const at = sent?.content.files.indexOf(id) ?? -1;
  const known = at < 0 ? undefined : sent?.files[at];
  return {
    id,
    name: known?.name ?? 'A file',
    type: known?.type ?? 'text/plain',
    size: known?.size ?? 0,
    alt: '',
    seconds: known?.seconds ?? null,
  };
}

/** What is said to one criterion, changed. */
export const withValue = (content: ReviewContent, id: string, patch: CriterionReview): ReviewContent => ({
  ...content,
  values: { ...content.values, [id]: { ...content.values[id], ...patch } },
});
