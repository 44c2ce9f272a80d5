import type { Openings } from '../course/forum';
import { isRemovedAt, type Post } from '../course/post';
import type { Instant } from '../time/instant';

/** Why the posts that are there do not fit other openings. */
export type OpeningsMisfit = 'postsHaveQuestions' | 'postsHaveNoQuestion' | 'severalThreads';

/**
 * Whether the posts of a forum fit other openings, so that what starts a conversation may still change: posts that belong
 * to questions fit no other openings, posts without a question cannot be spread over questions, and one thread each fits
 * only where nobody has opened two. null: they fit. (rules §2)
 *
 * @param posts all posts of the forum
 * @example openingsFit('answerPrompt', 'threadsFreely', posts, t) // null
 */
export function openingsFit(
  from: Openings,
  to: Openings,
  posts: readonly Post[],
  t: Instant,
): OpeningsMisfit | null {
  const openings = posts.filter(
    (post) => post.parentId === null && post.authorKind === 'student' && !isRemovedAt(post, t),
  );
  if (from === to || openings.length === 0) return null;
  if (from === 'answerQuestions') return 'postsHaveQuestions';
  if (to === 'answerQuestions') return 'postsHaveNoQuestion';
  const authors = new Set(openings.map((post) => post.authorId));
  return to === 'oneThreadEach' && authors.size < openings.length ? 'severalThreads' : null;
}
