import type { ResolvedTerms } from '../terms/resolveTerms';
import { sealLiftsAt } from '../access/seal';
import type { Forum } from '../course/forum';
import type { Id } from '../course/id';
import { createdAt, existsAt, type Post } from '../course/post';
import type { Instant } from '../time/instant';

/** How a student first opened the seal of a forum or question. */
export interface Unsealing {
  /** The question, where each has a seal of its own; else null. */
  readonly questionId: Id | null;
  readonly post: Post;
  /** Which of the post's revisions opened it, from 0. */
  readonly revision: number;
  readonly at: Instant;
}

/** The first revision with which a post could have unsealed, were it never returned or removed; -1 for none. */
function opensWith(post: Post, minWords: number, t: Instant): number {
  return post.revisions.findIndex(({ byStaff, words, at }) => !byStaff && words >= minWords && at <= t);
}

/**
 * How a student first opened the seal of each scope, also where the post that did was removed or given back since. Nothing for
 * a seal that lifted before. (rules §4)
 *
 * @param own everything the student wrote in the forum
 * @param spaceId the student's space
 * @example unsealingsOf(forum, terms, postsOfInes, 'class', t)[0]?.at
 */
export function unsealingsOf(
  forum: Forum,
  terms: ResolvedTerms,
  own: readonly Post[],
  spaceId: Id,
  t: Instant,
): Unsealing[] {
  if (forum.seal === null) return [];
  const lifts = sealLiftsAt(forum, terms) ?? Infinity;
  const scopes = forum.openings === 'answerQuestions' ? forum.questions.map(({ id }) => id) : [null];
  return scopes.flatMap((questionId) => {
    let first: Unsealing | null = null;
    for (const post of own) {
      if (post.parentId !== null || post.asideWith !== null || post.spaceId !== spaceId) continue;
      if (!existsAt(post, t) || (questionId !== null && post.questionId !== questionId)) continue;
      const revision = opensWith(post, terms.sealMinWords, t);
      if (revision < 0) continue;
      const at = post.revisions[revision]!.at;
      if (at >= lifts) continue;
      if (first === null || at < first.at || (at === first.at && createdAt(post) < createdAt(first.post)))
        first = { questionId, post, revision, at };
    }
    return first === null ? [] : [first];
  });
}
