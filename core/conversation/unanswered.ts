import { isPostingOpen } from '../access/isPostingOpen';
import type { Forum } from '../course/forum';
import type { Id } from '../course/id';
import { createdAt, existsAt, isRemovedAt, type Post } from '../course/post';
import { isCounted } from '../participation/counted';
import type { Instant } from '../time/instant';

/** Whether whoever writes in a forum waits for a reply: nobody does in a journal, nor once nothing more can be written. */
export const isReplyAwaited = (forum: Forum, t: Instant): boolean =>
  forum.readers !== 'staff' && isPostingOpen(forum, t);

/** Where someone in a forum waits for a word. */
export interface Unanswered {
  /** Posts of students that nobody else has answered, the oldest first. */
  readonly posts: readonly Post[];
  /** Of each student, how many counted posts they wrote and how many other people they answered; none for who wrote nothing. */
  readonly students: ReadonlyMap<Id, { readonly posts: number; readonly answered: number }>;
}

/**
 * Which posts of students nobody else has answered, and which students have answered nobody. An answer by staff counts, an aside
 * too; a removed one does not.
 *
 * @param posts all posts of the forum
 * @example unansweredIn(posts, t).posts.length
 */
export function unansweredIn(posts: readonly Post[], t: Instant): Unanswered {
  const answeredByOthers = new Set<Id>();
  const byId = new Map(posts.map((post) => [post.id, post]));
  const students = new Map<Id, { posts: number; answered: Set<Id> }>();
  for (const post of posts) {
    if (!existsAt(post, t) || isRemovedAt(post, t)) continue;
    const above = post.parentId === null ? undefined : byId.get(post.parentId);
    if (above && above.authorId !== post.authorId) answeredByOthers.add(above.id);
    if (post.authorKind !== 'student' || !isCounted(post, t)) continue;
    let known = students.get(post.authorId);
    if (!known) students.set(post.authorId, (known = { posts: 0, answered: new Set() }));
    known.posts++;
    if (post.answers && post.answers.authorId !== post.authorId) known.answered.add(post.answers.authorId);
  }
  return {
    posts: posts
      .filter((post) => post.authorKind === 'student' && isCounted(post, t) && !answeredByOthers.has(post.id))
      .sort((one, other) => createdAt(one) - createdAt(other)),
    students: new Map(
      [...students].map(([id, { posts: n, answered }]) => [id, { posts: n, answered: answered.size }]),
    ),
  };
}
