import { endOf, type Assignment } from '../course/assignment';
import type { Forum } from '../course/forum';
import type { Id } from '../course/id';
import type { Pairing } from '../course/reviewSettings';
import type { Instant } from '../time/instant';
import type { ReviewBook } from './book';
import type { MayNotMeet } from './mustNot';
import type { Reviewer } from './pool';
import { ringOf } from './ring';
import type { Given } from './topUp';
import { bestOrder } from './unitOrder';

/** The people of the pool by unit, each unit in the order of the roster. */
function unitsOf(reviewers: ReadonlyMap<Id, Reviewer>): Map<Id, Reviewer[]> {
  const units = new Map<Id, Reviewer[]>();
  for (const reviewer of reviewers.values()) {
    if (!reviewer.inPool) continue;
    const { unitId } = reviewer.own!;
    const unit = units.get(unitId);
    if (unit) unit.push(reviewer);
    else units.set(unitId, [reviewer]);
  }
  return units;
}

/**
 * The pairing: in each unit of the pool whom each person reviews in the order that breaks the fewest of the pairs that must not meet, less
 * what staff made by hand. What would break one is left out. (rules §9)
 *
 * @param live assignments that staff made before, and that stand
 */
export function pairUp(...from: Parameters<typeof planUnits>): Given[] {
  return planUnits(...from).flatMap(({ given }) => given);
}

/** A unit in its order, and who is given what in it. */
export interface PlannedUnit {
  readonly id: Id;
  readonly order: readonly Id[];
  readonly given: readonly Given[];
}

/** The pairing unit by unit, each with its order: see {@link pairUp}. */
export function planUnits(
  forum: Forum,
  pairing: Exclude<Pairing, 'byHand'>,
  { seed, assignments }: Pick<ReviewBook, 'seed' | 'assignments'>,
  live: readonly Assignment[],
  reviewers: ReadonlyMap<Id, Reviewer>,
  mayNotMeet: MayNotMeet,
  t: Instant,
): PlannedUnit[] {
  const made = new Map<Id, Set<Id>>();
  const withdrawn = assignments.filter((each) => endOf(each, t) === 'withdrawn');
  for (const { reviewerId, authorId } of [...live, ...withdrawn])
    made.set(reviewerId, (made.get(reviewerId) ?? new Set()).add(authorId));
  return [...unitsOf(reviewers)].map(([id, unit]): PlannedUnit => {
    const byId = new Map(unit.map((each) => [each.student.id, each]));
    const wanted = (order: readonly Id[]) =>
      [...ringOf(pairing, order, (id) => byId.get(id)!.number)].flatMap(([reviewerId, authors]) => {
        const theirs = made.get(reviewerId);
        if (theirs === undefined) return authors.map((authorId) => ({ reviewerId, authorId }));
        const left = Math.max(0, byId.get(reviewerId)!.number - theirs.size);
        return authors
          .filter((authorId) => !theirs.has(authorId))
          .slice(0, left)
          .map((authorId) => ({ reviewerId, authorId }));
      });
    const breaks = ({ reviewerId, authorId }: { reviewerId: Id; authorId: Id }) =>
      mayNotMeet(reviewerId, authorId);
    const order = bestOrder(forum.id, seed, [...byId.keys()], (each) => wanted(each).filter(breaks).length);
    const given = wanted(order)
      .filter((each) => !breaks(each))
      .map((each) => ({ ...each, postId: byId.get(each.authorId)!.own!.post.id }));
    return { id, order, given };
  });
}
