import type { Basis } from '../../course/evaluation';
import type { Forum } from '../../course/forum';
import type { Post } from '../../course/post';
import type { Participation } from '../../participation/participationOf';
import { isPeerReply } from '../../participation/peerReply';
import { requirementOf, requirements } from '../../participation/requirements/requirements';
import type { Slot } from '../../participation/slot';

/** What scoring needs to know of what a student has done. */
export type Done = Pick<Participation, 'notAsked' | 'slots' | 'counted'>;

/**
 * The slots a part looks at: initial posts and what is asked of them; replies; reviews; or all that are asked of posts. (rules §6, §9)
 */
export function slotsOf(basis: Basis, slots: readonly Slot[]): Slot[] {
  return slots.filter(({ kind }) => {
    const of = requirementOf(kind).basis;
    return basis === 'whole' ? of !== 'reviews' : of === basis;
  });
}

/** How many posts of a basis, or reviews, the forum asks of everyone; 0 where it asks none. (rules §5, §9) */
export function requiredOf(basis: Basis, { required }: Pick<Forum, 'required'>): number {
  return requirements
    .filter((each) =>
      basis === 'reviews' ? each.basis === basis : each.isPost && (basis === 'whole' || each.basis === basis),
    )
    .reduce((sum, { count }) => sum + (required[count] ?? 0), 0);
}

/**
 * Whether the forum asks for posts of a basis, and the student has to make none of them: all are waived. (rules §6)
 *
 * @param slots those of the basis that the student has
 */
export function isWaived(basis: Basis, forum: Pick<Forum, 'required'>, slots: readonly Slot[]): boolean {
  return slots.length === 0 && requiredOf(basis, forum) > 0;
}

/**
 * The posts a part looks at: those that stand in initial slots, short ones included; the peer replies, short ones
 * included; or all counted posts. None where it looks at reviews. (rules §6, §9)
 */
export function postsOf(basis: Basis, forum: Forum, participation: Omit<Done, 'notAsked'>): Post[] {
  const { counted, slots } = participation;
  if (basis === 'whole') return [...counted];
  if (basis === 'reviews') return [];
  if (basis === 'replies') return counted.filter((post) => isPeerReply(post, forum.required.ownThreadCounts));
  const standing = new Set(slots.filter((slot) => slot.kind === 'initial').map((slot) => slot.postId));
  return counted.filter((post) => standing.has(post.id));
}
