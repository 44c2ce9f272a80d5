import { isLive, isReceived, withholdingAt } from '../course/assignment';
import type { Id } from '../course/id';
import type { Instant } from '../time/instant';
import type { Notice } from './notice';
import type { NoticeFacts } from './noticeFacts';

const BLANK = { postId: null, aboutId: null, actorId: null, count: 1, line: null, due: null, dates: null };

/**
 * What a student is told of reviews: that they were given posts to review, all of an instant as one; that they received a review, whoever wrote it; that staff
 * keep one of theirs from its author. Nothing of it tells who. (rules §9)
 *
 * @param isThere whether a forum is there for the student
 * @param keeps whether what is the student's own in a forum is still told
 */
export function reviewNotices(
  { person, reviews }: Pick<NoticeFacts, 'person' | 'reviews'>,
  isThere: (forumId: Id) => boolean,
  keeps: (forumId: Id) => boolean,
  t: Instant,
): Notice[] {
  if (person.kind === 'staff') return [];
  const given = new Map<string, Notice>();
  const notices: Notice[] = [];
  for (const each of reviews) {
    const { id, forumId, madeAt } = each;
    if (each.reviewerId === person.id && isLive(each, t) && isThere(forumId)) {
      const key = `reviewsGiven:${forumId}:${madeAt}`;
      const before = given.get(key)?.count ?? 0;
      given.set(key, { ...BLANK, key, kind: 'reviewsGiven', at: madeAt, forumId, count: before + 1 });
      const withheld = withholdingAt(each, t);
      if (withheld !== null)
        notices.push({
          ...BLANK,
          key: `reviewWithheld:${id}:${withheld.from}`,
          kind: 'reviewWithheld',
          at: withheld.from,
          forumId,
        });
    }
    if (each.authorId === person.id && isReceived(each, t) && keeps(forumId))
      notices.push({ ...BLANK, key: `reviewed:${id}`, kind: 'reviewed', at: each.receivedAt!, forumId });
  }
  return [...given.values(), ...notices];
}
