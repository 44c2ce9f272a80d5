import type { Assignment } from '../course/assignment';
import type { Id } from '../course/id';
import type { Instant } from '../time/instant';
import type { ReviewBook } from './book';
import type { Settlement } from './settle';

/**
 * What is kept once a settlement is. (rules §9)
 *
 * @param t the instant it was settled at
 * @param newId makes the ids of new assignments
 */
export function keep(
  book: ReviewBook,
  { lapsed, pairs, given, received }: Settlement,
  forumId: Id,
  t: Instant,
  newId: () => Id,
): ReviewBook {
  const gone = new Set(lapsed);
  const come = new Set(received);
  return {
    ...book,
    pairedAt: pairs ? t : book.pairedAt,
    assignments: [
      ...book.assignments.map((each): Assignment => {
        if (gone.has(each)) return { ...each, ended: { at: t, how: 'lapsed' } };
        return come.has(each) ? { ...each, receivedAt: t } : each;
      }),
      ...given.map((one): Assignment =>
        newAssignment({ ...one, id: newId(), forumId, madeAt: t, byHand: false }),
      ),
    ],
  };
}

/** An assignment to which nothing has happened yet. */
export function newAssignment(
  facts: Pick<Assignment, 'id' | 'forumId' | 'reviewerId' | 'authorId' | 'postId' | 'madeAt' | 'byHand'>,
): Assignment {
  return { ...facts, ended: null, sent: [], withheld: [], receivedAt: null };
}
