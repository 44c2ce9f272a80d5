import type { ForumView } from '../../../../contract/discuss';
import { answerOf, type Placed, type Thread } from '../context/conversation';
import type { Shown } from './useFolding';

/** A post in a list of posts. */
export interface PostRow {
  readonly kind: 'post';
  readonly key: string;
  readonly placed: Placed;
  /** How many posts stand below it, and how many of them are folded away. */
  readonly below: number;
  readonly folded: number;
  /** Whether a thread begins with it. */
  readonly opens: boolean;
  /** Where a thread begins: the reply that is its answer; null for none. */
  readonly answer: string | null;
  /** It stands by itself, with what it answers in short. */
  readonly alone: boolean;
}

/** One line of the page: a post, or a question with the place to answer it. */
export type Row =
  | PostRow
  | {
      readonly kind: 'question';
      readonly key: string;
      readonly question: ForumView['questions'][number];
      readonly number: number;
    };

/** The rows of threads, as far as they are not folded away. */
export function rowsOfThreads(
  threads: readonly Thread[],
  shownOf: (thread: Thread) => readonly Shown[],
): PostRow[] {
  return threads.flatMap((thread) =>
    shownOf(thread).map(({ placed, folded, below }, index): PostRow => ({
      kind: 'post',
      key: placed.post.id,
      placed,
      below,
      folded,
      opens: index === 0,
      answer: index === 0 ? answerOf(thread) : null,
      alone: false,
    })),
  );
}

/** Posts one by one, each with what it answers. */
export function rowsOfPosts(posts: readonly Placed[]): PostRow[] {
  return posts.map((placed) => ({
    kind: 'post',
    key: placed.post.id,
    placed: { ...placed, depth: 0 },
    below: 0,
    folded: 0,
    opens: true,
    answer: null,
    alone: true,
  }));
}

/** How high a row will be about, in px, before it was measured: from its words. */
export function likelyHeight(row: Row): number {
  if (row.kind === 'question') return 260;
  const { post } = row.placed;
  if (post.as === 'place') return 45;
  return 92 + Math.ceil(post.words / 11) * 29 + (row.below > 0 ? 24 : 0) + (row.alone ? 52 : 0);
}
