import { createContext, use, useState } from 'react';
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

/** What of a forum changes with every post that is written or read. */
const OF_POSTS = [
  'posts',
  'bodies',
  'people',
  'groupings',
  'slots',
  'uses',
  'drafts',
  'care',
  'openThread',
] as const satisfies readonly (keyof ForumView)[];

/** What stays of a forum while posts are written and read: all that a post needs to know of it. */
export type ForumFrame = Omit<ForumView, (typeof OF_POSTS)[number]>;

/** What a post on the page of a forum has at hand. It stays the same while others are written and read. */
export interface PostContext {
  readonly forum: ForumFrame;
  /** The forum as it is now, for what is done with it. */
  readonly wholeForum: () => ForumView;
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
  /** Answers with a passage of a post; null once it is in. */
  readonly quote: (from: { post: string; version: number; passage: string } | null) => void;
}

/** What everything else on the page of a forum has at hand, too. */
export interface ForumContext extends Omit<PostContext, 'forum'> {
  readonly forum: ForumView;
  readonly quoting: Quoting | null;
  readonly current: string | null;
}

export const ForumProvided = createContext<ForumContext | null>(null);
export const PostProvided = createContext<PostContext | null>(null);

export function useForumContext(): ForumContext {
  return use(ForumProvided)!;
}

export function usePostContext(): PostContext {
  return use(PostProvided)!;
}

/** Whether two answers tell the same of a forum, but for what changes with every post. */
function isSameFrame(one: ForumView, other: ForumView): boolean {
  const names = Object.keys(one) as (keyof ForumView)[];
  const ofPosts: readonly string[] = OF_POSTS;
  return names.every(
    (name) =>
      ofPosts.includes(name) ||
      one[name] === other[name] ||
      JSON.stringify(one[name]) === JSON.stringify(other[name]),
  );
}

/** The frame of a forum: the same as before while nothing in it has changed. */
export function useFrame(forum: ForumView | undefined): ForumFrame | undefined {
  const [frame, setFrame] = useState(forum);
  if (forum === frame) return frame;
  if (forum !== undefined && frame !== undefined && isSameFrame(forum, frame)) return frame;
  setFrame(forum);
  return forum;
}
