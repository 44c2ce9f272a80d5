import type { Criterion, RubricPart } from '../../course/evaluation';
import type { Points } from '../../course/points';
import {
  outOfRange,
  waiting,
  within,
  type CriterionDecision,
  type DecisionProblem,
  type PartKind,
  type PartValue,
} from './partKind';

/**
 * The least and the most a criterion can come to, in hundredths: the points of its lowest and of its highest level.
 *
 * @example rangeOf({ levels: [{ points: 100 }, { points: 300 }] }) // { least: 100, most: 300 }
 */
export function rangeOf(criterion: Pick<Criterion, 'levels'>): { least: Points; most: Points } {
  const points = criterion.levels.map((level) => level.points);
  return points.length === 0
    ? { least: 0, most: 0 }
    : { least: Math.min(...points), most: Math.max(...points) };
}

/** What a criterion was given, in hundredths; null while nothing is. A number stands in place of a level's points. */
export function criterionPoints(
  part: RubricPart,
  criterion: Criterion,
  decision: CriterionDecision | undefined,
): Points | null {
  if (!decision) return null;
  if (part.anyNumber && decision.points !== null && decision.points !== undefined) {
    const { least, most } = rangeOf(criterion);
    return Math.max(within(decision.points, most), least);
  }
  return criterion.levels.find(({ id }) => id === decision.levelId)?.points ?? null;
}

/** The sum over the criteria of what each was given; incomplete until every one is. (rules §6) */
export const rubric: PartKind<RubricPart> = {
  judged: true,
  value({ part, posts, postsOf, decision }): PartValue {
    const given = part.criteria.map((criterion) => {
      const decided = decision.criteria?.[criterion.id];
      return { criterion, decided, points: criterionPoints(part, criterion, decided) };
    });
    const made = given.filter(({ points }) => points !== null).length;
    if (made < given.length)
      return waiting(
        posts.map(({ id }) => id),
        made,
        given.length,
      );
    return {
      points: given.reduce((sum, { points }) => sum + points!, 0),
      incomplete: false,
      lines: given.map(({ criterion, decided, points }) => ({
        code: 'criterion',
        amount: points!,
        params: {
          title: criterion.title,
          level: criterion.levels.find(({ id }) => id === decided?.levelId)?.title ?? '',
          of: rangeOf(criterion).most,
          ...(decided?.comment && { comment: decided.comment }),
        },
        postIds: postsOf(criterion.basis).map(({ id }) => id),
      })),
    };
  },
  withoutLate: () => null,
  problem(part, { criteria = {} }): DecisionProblem | null {
    for (const [id, { levelId, points }] of Object.entries(criteria)) {
      const criterion = part.criteria.find((each) => each.id === id);
      if (!criterion) return { field: `criteria.${id}`, code: 'unknown', title: part.title };
      if (levelId !== null && !criterion.levels.some((level) => level.id === levelId))
        return { field: `criteria.${id}.levelId`, code: 'unknown', title: criterion.title };
      const { least, most } = rangeOf(criterion);
      const wrong = outOfRange(`criteria.${id}.points`, criterion.title, points, most, least);
      if (wrong) return wrong;
    }
    return null;
  },
};
