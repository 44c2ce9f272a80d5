import type { PostView } from '../../../../contract/posts';
import { countAnswers } from '../../../../core/conversation/countAnswers';
import type { PostFacts } from '../../../../core/conversation/filterPosts';
import type { ThreadFacts } from '../../../../core/conversation/orderThreads';
import type { Placed, Thread } from './conversation';

/** A post of the page with what filters look at. */
export interface Talk extends PostFacts {
  readonly placed: Placed;
}

/** What filters look at in every post of the threads, in reading order. */
export function talkOf(threads: readonly Thread[]): Talk[] {
  const all = threads.flatMap(({ posts }) => posts);
  const answers = countAnswers(all.map(({ post }) => post));
  return all
    .filter(({ post }) => post.as === 'text')
    .map((placed) => ({
      ...factsOf(placed.post),
      answersMe: placed.answers?.mine === true && !placed.post.mine,
      answers: answers.get(placed.post.id) ?? 0,
      placed,
    }));
}

/** Whether a post, or a change to it, waits for approval. */
export const isWaiting = ({ waiting, change }: Pick<PostView, 'waiting' | 'change'>): boolean =>
  waiting === 'held' || change === 'held';

/** What has become of a change to a post that others do not read, for its author and staff. */
export function changeWords({ change, mine }: Pick<PostView, 'change' | 'mine'>): string {
  const whose = mine ? 'your change' : 'a change';
  return change === 'held'
    ? `${whose} waits for approval; the class reads the previous version`
    : `${whose} was returned; the class reads the previous version`;
}

function factsOf(post: PostView): Omit<PostFacts, 'answersMe' | 'answers'> {
  return {
    id: post.id,
    authorId: post.author?.id ?? null,
    mine: post.mine,
    read: post.read,
    bookmarked: post.bookmarked,
    byStaff: post.author?.kind === 'staff',
    held: post.waiting !== null || post.change !== null,
    removed: post.removed,
    short: post.slot?.state === 'short',
    late: (post.slot?.daysLate ?? 0) > 0,
  };
}

/** What the order of threads rests on. */
export function threadFacts({ opening, posts }: Thread): ThreadFacts {
  const standing = posts.filter(({ post }) => post.as === 'text' && !post.removed);
  return {
    openedAt: opening.createdAt,
    lastAt: Math.max(opening.createdAt, ...standing.map(({ post }) => post.createdAt)),
    answers: standing.filter(({ post }) => post.id !== opening.id).length,
    starter: opening.starter,
    pinned: opening.pinned,
  };
}
