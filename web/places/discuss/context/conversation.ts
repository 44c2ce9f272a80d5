import type { PostView } from '../../../../contract/posts';

/** A post with its place in the conversation. */
export interface Placed {
  readonly post: PostView;
  readonly depth: number;
  /** Which of how many replies to the same post it is, from 1; of an opening: which thread. */
  readonly nth: number;
  readonly of: number;
  /** Which of its author’s posts it is, from 1, in reading order. */
  readonly ofAuthor: number;
  /** Whom it answers, when that can be said. */
  readonly answers: PostView | null;
}

/** One thread: its opening post and everything below, in reading order. */
export interface Thread {
  readonly opening: PostView;
  readonly posts: readonly Placed[];
}

/** What of a forum is looked at: one question, one section, group or journal, or everything. */
export interface Scope {
  readonly questionId?: string;
  readonly spaceId?: string;
}

/** What tells a post from the others of its author where something on it is named: nothing for the first, ` 2` for the second. */
export const whichOfAuthor = ({ ofAuthor }: Placed): string => (ofAuthor > 1 ? ` ${ofAuthor}` : '');

/** The threads of a scope; staff's threads for all stand in every space. */
export function inScope(threads: readonly Thread[], { questionId, spaceId }: Scope): Thread[] {
  return threads
    .filter(({ opening }) => questionId === undefined || opening.questionId === questionId)
    .flatMap((thread) => {
      if (spaceId === undefined) return [thread];
      const posts = thread.posts.filter(({ post }) => post.spaceId === null || post.spaceId === spaceId);
      return posts.length === 0 ? [] : [{ ...thread, posts }];
    });
}

/** Sorts posts that come in reading order into threads, with depths; without recursion. */
export function threadsOf(posts: readonly PostView[]): Thread[] {
  const byId = new Map(posts.map((post) => [post.id, post]));
  const depths = new Map<string, number>();
  const counts = new Map<string, number>();
  const under = ({ parentId }: PostView) => (parentId !== null && byId.has(parentId) ? parentId : '');
  for (const post of posts) counts.set(under(post), (counts.get(under(post)) ?? 0) + 1);
  const seen = new Map<string, number>();
  const written = new Map<string, number>();
  const threads: { opening: PostView; posts: Placed[] }[] = [];
  for (const post of posts) {
    const parent = post.parentId === null ? undefined : byId.get(post.parentId);
    const depth = parent ? depths.get(parent.id)! + 1 : 0;
    depths.set(post.id, depth);
    if (depth === 0) threads.push({ opening: post, posts: [] });
    const nth = (seen.get(under(post)) ?? 0) + 1;
    seen.set(under(post), nth);
    const author = post.author?.id ?? '';
    const ofAuthor = (written.get(author) ?? 0) + 1;
    written.set(author, ofAuthor);
    const of = counts.get(under(post))!;
    threads.at(-1)!.posts.push({ post, depth, nth, of, ofAuthor, answers: parent ?? null });
  }
  return threads;
}

/** The reply that staff marked as the answer of a thread; null where there is none. */
export const answerOf = ({ posts }: Thread): string | null =>
  posts.find(({ post }) => post.isAnswer && post.as === 'text' && !post.removed)?.post.id ?? null;

/** The first words of a post, for the rail. */
export function firstWords(html: string): string {
  const text =
    new DOMParser().parseFromString(html.replaceAll('</p>', '</p> '), 'text/html').body.textContent ?? '';
  return text.trim().slice(0, 90);
}
