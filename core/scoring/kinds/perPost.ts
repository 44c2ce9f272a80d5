import type { PerPostPart } from '../../course/evaluation';
import type { Slot } from '../../participation/slot';
import type { Id } from '../../course/id';
import { requiredOf } from './basis';
import { combine } from './combine';
import { divideRounded, type Points } from '../../course/points';
import { outOfRange, waiting, within, type DecisionProblem, type PartKind, type PartValue } from './partKind';
import { initialOfNothing, withoutPosts } from './withoutPosts';

/** How many posts a sum is measured by; where all are waived, one. */
function requiredPosts({ basis }: PerPostPart, slots: readonly Slot[]): number {
  const of = (kind: Slot['kind']) => slots.filter((slot) => slot.kind === kind).length;
  const required =
    basis === 'initial'
      ? of('initial')
      : basis === 'replies'
        ? of('reply')
        : Math.max(of('initial') + of('reply'), of('post'));
  return Math.max(required, 1);
}

/** What each post was given, in hundredths, or that it is left out. */
export interface PerPostDecision {
  readonly posts?: Readonly<Record<Id, Points | 'leftOut'>>;
}

/** What each post of the basis was given, combined as the forum says, as a share of the maximum. (rules §6) */
export const perPost: PartKind<PerPostPart, PerPostDecision> = {
  judged: true,
  value(context): PartValue {
    const { part, posts, slots, decision } = context;
    const kept = posts.filter(({ id }) => decision.posts?.[id] !== 'leftOut');
    const given = kept.flatMap(({ id }) => {
      const points = decision.posts?.[id];
      return typeof points === 'number' ? [{ id, points: within(points, part.each) }] : [];
    });
    const unscored = kept.length - given.length;
    const scores: Points[] = given.map(({ points }) => points);
    if (part.unscored === 'zero') for (let n = 0; n < unscored; n++) scores.push(0);
    if (posts.length === 0 || kept.length === 0) return withoutPosts(context);
    const postIds = kept.map(({ id }) => id);
    if (unscored > 0 && part.unscored === 'incomplete') return waiting(postIds, given.length, kept.length);
    if (scores.length === 0) return withoutPosts(context);
    const { numerator, divisor } = combine(
      part.combine,
      scores,
      part.unscored === 'zero' ? 'zero' : 'leftOut',
    );
    const measure = part.combine.by === 'sum' ? requiredPosts(part, slots) : 1;
    const points = Math.min(
      part.maximum,
      divideRounded(numerator * part.maximum, divisor * part.each * measure),
    );
    const params = {
      by: part.combine.by,
      ...(part.combine.by === 'best' && { n: part.combine.n }),
      given: given.length,
      of: kept.length,
      each: part.each,
    };
    return { points, incomplete: false, lines: [{ code: 'combined', amount: points, params, postIds }] };
  },
  withoutLate: () => null,
  problem(part, { posts = {} }): DecisionProblem | null {
    for (const [id, points] of Object.entries(posts)) {
      const wrong = outOfRange(`posts.${id}`, part.title, points === 'leftOut' ? null : points, part.each);
      if (wrong) return wrong;
    }
    return null;
  },
  faults: (part, forum) => [
    ...(part.combine.by === 'sum' && requiredOf(part.basis, forum) === 0 ? (['sumOfNothing'] as const) : []),
    ...initialOfNothing(part, forum),
  ],
  guide: null,
};
