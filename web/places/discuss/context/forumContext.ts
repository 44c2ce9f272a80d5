import { createContext, use } from 'react';
import type { ForumView } from '../../../../contract/discuss';
import type { RichNode } from '../../../../core/text/richText';
import type { Writing } from './writing';
import type { ReadMarks } from './useReadMarks';

/** A passage on its way into what is being written. */
export interface Quoting {
  readonly node: RichNode;
  /** Tells one from the next. */
  readonly n: number;
}

/** What everything on the page of a forum has at hand. */
export interface ForumContext {
  readonly forum: ForumView;
  readonly writing: Writing | null;
  readonly write: (writing: Writing | null) => void;
  /** Something was written or moved: goes to the post. */
  readonly goToWritten: (unsealed: boolean, id?: string) => void;
  readonly marks: Pick<ReadMarks, 'watch' | 'mark' | 'bookmark'>;
  readonly fold: (post: string, away: boolean) => void;
  /** Posts picked for a stack. */
  readonly picks: ReadonlySet<string>;
  readonly pick: (post: string, on: boolean) => void;
  /** Opens a post with everything below it beside the rest. */
  readonly openBeside: (post: string | null) => void;
  /** Goes to where a post stands in the conversation. */
  readonly goTo: (post: string) => void;
  readonly quoting: Quoting | null;
  /** Answers with a passage of a post; null once it is in. */
  readonly quote: (from: { post: string; version: number; passage: string } | null) => void;
  readonly current: string | null;
}

export const ForumProvided = createContext<ForumContext | null>(null);

export function useForumContext(): ForumContext {
  return use(ForumProvided)!;
}
