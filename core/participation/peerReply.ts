import type { Post } from '../course/post';

/**
 * Whether a student's post answers another student: its parent's author was another student when it was written, and,
 * where answers in a thread of one's own do not count, someone else opened the thread. (rules §5)
 *
 * @param ownThreadCounts the forum's rule
 */
export function isPeerReply(post: Post, ownThreadCounts: boolean): boolean {
  return (
    post.answers !== null &&
    post.answers.authorKind === 'student' &&
    post.answers.authorId !== post.authorId &&
    (ownThreadCounts || post.threadAuthorId !== post.authorId)
  );
}
