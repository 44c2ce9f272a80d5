import { createdAt, type Post } from '../course/post';
import type { Instant } from '../time/instant';
import { countedFrom, isCounted } from './counted';
import { fillOrder, type Filler } from './fillOrder';

/**
 * A student's initial post where a forum has one scope: among their counted opening posts the one that came to have enough words first; if
 * none has, the one created first, which is short. null where none counts. (rules §5)
 *
 * @param own everything the student wrote in the forum
 * @param minWords words the initial post needs
 * @example initialPostOf(own, 120, t)?.id
 */
export function initialPostOf(own: readonly Post[], minWords: number, t: Instant): Post | null {
  const openings = own.filter((post) => post.parentId === null && isCounted(post, t));
  const fillers = fillOrder(openings, minWords, t);
  const long = fillers.find(({ as }) => as === 'long');
  return long?.post ?? fillers.reduce<Filler | null>(earlier, null)?.post ?? null;
}

/** The one created first; ties by when each counts from, then by id. */
function earlier(first: Filler | null, other: Filler): Filler {
  if (first === null) return other;
  const apart = other.created - first.created || createdAt(other.post) - createdAt(first.post);
  return apart < 0 || (apart === 0 && other.post.id < first.post.id) ? other : first;
}

/** When an initial post was created, as far as it counts. (rules §5) */
export const initialCreatedAt = countedFrom;
