import type { FileView } from '../../../../contract/files';
import type { RichNode } from '../../../../core/text/richText';

/** What is being written. */
export type Writing =
  | {
      readonly kind: 'open' | 'starter';
      /** Where students answer each question: which. */
      readonly questionId?: string;
      /** Staff: for which section, group or journal; none for all. */
      readonly spaceId?: string;
    }
  | {
      readonly kind: 'answer';
      readonly parentId: string;
      /** Staff: only the author of the post and staff read it. */
      readonly aside?: boolean;
    }
  | {
      readonly kind: 'edit';
      readonly postId: string;
      readonly version: number;
      readonly doc: RichNode;
      readonly attachments: readonly FileView[];
    };

/** The name under which a draft is kept. */
export const writingKey = (writing: Writing): string =>
  writing.kind === 'answer'
    ? `${writing.aside ? 'aside' : 'answer'}:${writing.parentId}`
    : writing.kind === 'edit'
      ? `edit:${writing.postId}`
      : [writing.kind, writing.questionId ?? writing.spaceId].filter(Boolean).join(':');

/** What an address asks to be written: a draft that is gone on with; a change of a post has to be fetched first. */
export function writingOf(key: string | null): Writing | null {
  const [kind, rest] = key?.split(':') ?? [];
  if ((kind === 'answer' || kind === 'aside') && rest)
    return { kind: 'answer', parentId: rest, ...(kind === 'aside' && { aside: true }) };
  return kind === 'open' || kind === 'starter' ? { kind, questionId: rest, spaceId: rest } : null;
}
