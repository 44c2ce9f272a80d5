import type { Id } from '../course/id';
import type { Access } from './accessTo';
import { mayRead, type PostInPlace } from './mayRead';

/**
 * The posts of a person that someone else has answered, as far as the person may know of it: by a post that stands and that they
 * may read. What is sealed from them, or waits for approval, tells nothing by what may still be done with their own. (rules §3)
 *
 * @param places all posts of the forum as they stand
 * @example answeredIn(access, placed.values()).has(post.id)
 */
export function answeredIn(access: Access, places: Iterable<PostInPlace>): ReadonlySet<Id> {
  const answered = new Set<Id>();
  for (const place of places)
    if (
      place.answersAuthorId === access.personId &&
      place.parentId !== null &&
      place.authorId !== access.personId &&
      !place.removed &&
      mayRead(access, place).yes
    )
      answered.add(place.parentId);
  return answered;
}
