import type { Id } from '../course/id';
import type { PostInPlace } from './mayRead';

/**
 * The student an aside below a post would be between and staff: the one an aside there is with already, else the post's
 * author. null where a student did not write it, so that no aside can stand there. (rules §4)
 *
 * @example asideWith(place) // 'ines', for a post by Ines
 */
export function asideWith(place: Pick<PostInPlace, 'asideWith' | 'authorId' | 'authorKind'>): Id | null {
  return place.asideWith ?? (place.authorKind === 'student' ? place.authorId : null);
}
