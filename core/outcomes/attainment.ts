import type { Criterion, Evaluation } from '../course/evaluation';
import type { Id } from '../course/id';
import { divideRounded, type Percent, type Points } from '../course/points';
import { criterionPoints, rangeOf, type RubricDecision } from '../scoring/kinds/rubric';
import type { Decisions } from '../scoring/suggest';

/** What was decided about one criterion of a student. Points in hundredths. */
export interface DecidedCriterion {
  readonly partId: Id;
  readonly criterion: Criterion;
  readonly points: Points;
  /** The most the criterion can come to. */
  readonly of: Points;
}

/** How far an outcome is reached: points over the points possible, and by how many criteria that is known. Points in hundredths. (rules §11) */
export interface Attainment {
  readonly points: Points;
  readonly of: Points;
  readonly criteria: number;
}

/**
 * The criteria about which something was decided, before lateness, gate, adjustment and override. Guides for reviews have no part in
 * it, nor has a criterion at which nothing can be reached. (rules §11)
 *
 * @param decisions those by which the score was given
 */
export function decidedCriteria(
  evaluation: Pick<Evaluation, 'parts'>,
  decisions: Pick<Decisions, 'parts'>,
): DecidedCriterion[] {
  return evaluation.parts.flatMap((part) => {
    if (part.kind !== 'rubric') return [];
    const { criteria = {} } = (decisions.parts[part.id] ?? {}) as RubricDecision;
    return part.criteria.flatMap((criterion) => {
      const points = criterionPoints(part, criterion, criteria[criterion.id]);
      const of = rangeOf(criterion).most;
      return points === null || of === 0 ? [] : [{ partId: part.id, criterion, points, of }];
    });
  });
}

/**
 * How far each outcome is reached, by its code; one that no decided criterion names is not in it. (rules §11)
 *
 * @param decided of all released scores of a student
 * @example attainments([{ criterion: { outcomes: ['R1'] }, points: 150, of: 200, … }]).get('R1') // { points: 150, of: 200, criteria: 1 }
 */
export function attainments(decided: readonly DecidedCriterion[]): ReadonlyMap<string, Attainment> {
  const reached = new Map<string, Attainment>();
  for (const { criterion, points, of } of decided)
    for (const code of new Set(criterion.outcomes)) {
      const before = reached.get(code) ?? { points: 0, of: 0, criteria: 0 };
      reached.set(code, {
        points: before.points + points,
        of: before.of + of,
        criteria: before.criteria + 1,
      });
    }
  return reached;
}

/** The share of the possible points that was reached, in hundredths of a percent. */
export function shareReached({ points, of }: Pick<Attainment, 'points' | 'of'>): Percent {
  return divideRounded(points * 10_000, of);
}
