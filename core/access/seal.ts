import type { Forum } from '../course/forum';
import type { Id } from '../course/id';
import { ownRevisions } from '../course/ownRevisions';
import { existsAt, isRemovedAt, type Post } from '../course/post';
import type { Instant } from '../time/instant';
import { lateFrom } from '../time/dueDate';
import { endsAt } from '../time/minute';
import type { ResolvedTerms } from '../terms/resolveTerms';

/**
 * The instant at which a student's own post unseals: that of the first of their revisions that count, what was given back
 * left out, with enough words. null when it does not unseal at *t*. Later edits do not reseal. (rules §4)
 *
 * @param post the student's own opening post in the scope
 * @param minWords words that unseal, at least 1
 */
export function unsealedBy(post: Post, minWords: number, t: Instant): Instant | null {
  if (!existsAt(post, t) || isRemovedAt(post, t)) return null;
  return ownRevisions(post, t).find(({ words }) => words >= minWords)?.at ?? null;
}

/**
 * When the seal lifts by itself for a student: the first millisecond after the date that lifts it, or null for never.
 * The dates are the student's own resolved ones, also one that passed before they enrolled. (rules §4)
 */
export function sealLiftsAt(forum: Forum, terms: ResolvedTerms): Instant | null {
  const lift = forum.seal?.lift ?? 'never';
  if (lift === 'never') return null;
  if (lift === 'whenPostingCloses') {
    return terms.dates.postingUntil === null ? null : endsAt(terms.dates.postingUntil);
  }
  if (lift === 'atInitialDue') {
    return terms.dates.initialDue === null ? null : lateFrom(terms.dates.initialDue, forum.graceMinutes);
  }
  return lift.at;
}

/** What the seal keeps from a student: nothing, the whole forum, or the questions named. */
export type SealedScopes = 'none' | 'forum' | readonly Id[];

/**
 * The scopes that are sealed for a student at *t*: the questions where students answer each question, otherwise the
 * forum; in both cases within the student's space. (rules §4)
 *
 * @param own everything the student wrote in the forum
 * @param spaceId the student's present space
 */
export function sealedScopes(
  forum: Forum,
  terms: ResolvedTerms,
  own: readonly Post[],
  spaceId: Id,
  t: Instant,
): SealedScopes {
  if (forum.seal === null) return 'none';
  const lifts = sealLiftsAt(forum, terms);
  if (lifts !== null && t >= lifts) return 'none';
  const unsealed = (questionId: Id | null) =>
    own.some(
      (post) =>
        post.parentId === null &&
        post.spaceId === spaceId &&
        post.asideWith === null &&
        (questionId === null || post.questionId === questionId) &&
        unsealedBy(post, terms.sealMinWords, t) !== null,
    );
  if (forum.openings !== 'answerQuestions') return unsealed(null) ? 'none' : 'forum';
  const sealed = forum.questions.filter((question) => !unsealed(question.id)).map((question) => question.id);
  return sealed.length === 0 ? 'none' : sealed;
}
