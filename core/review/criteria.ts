import type { Guide } from '../course/evaluation';
import type { Id } from '../course/id';
import type { Points } from '../course/points';
import { rangeOf } from '../scoring/kinds/rubric';
import type { CriterionReview } from './content';

/** What a reviewer may choose of a criterion. */
export interface ReviewChoice {
  readonly id: Id;
  readonly title: string;
  readonly description: string;
  /** In hundredths; of a scale its share, in hundredths of a percent. */
  readonly value: number;
}

/** One thing a review looks at, whatever kind the guide is of. */
export interface ReviewCriterion {
  readonly id: Id;
  readonly title: string;
  readonly description: string;
  /** `levels`: one of the choices; `tick`: it holds or not. */
  readonly by: 'levels' | 'tick';
  readonly choices: readonly ReviewChoice[];
  /** Whether any number between the lowest and the highest may be given. */
  readonly anyNumber: boolean;
}

/** The name of the one criterion that a scale is. */
export const SCALE: Id = 'scale';

/**
 * What a review looks at: the criteria of a rubric, the items of a checklist, a scale as one criterion; nothing where there is no guide. (rules §9)
 *
 * @example criteriaOf(guide).map(({ title }) => title) // ['Question', 'Evidence']
 */
export function criteriaOf(guide: Guide | null): readonly ReviewCriterion[] {
  switch (guide?.kind) {
    case undefined:
      return [];
    case 'rubric':
      return guide.criteria.map(({ id, title, description, levels }) => ({
        id,
        title,
        description,
        by: 'levels',
        choices: levels.map((level) => ({
          id: level.id,
          title: level.title,
          description: level.description,
          value: level.points,
        })),
        anyNumber: guide.anyNumber,
      }));
    case 'checklist':
      return guide.items.map(({ id, title }) => ({
        id,
        title,
        description: '',
        by: 'tick',
        choices: [],
        anyNumber: false,
      }));
    case 'levels':
      return [
        {
          id: SCALE,
          title: guide.title,
          description: '',
          by: 'levels',
          choices: guide.levels.map(({ id, title, description, share }) => ({
            id,
            title,
            description,
            value: share,
          })),
          anyNumber: false,
        },
      ];
  }
}

/** The least and the most of a criterion, as its choices count. */
export function boundsOf({ choices, by }: ReviewCriterion): { least: number; most: number } {
  if (by === 'tick') return { least: 0, most: 1 };
  return rangeOf({ levels: choices.map(({ value, ...choice }) => ({ ...choice, points: value })) });
}

/**
 * What a reviewer gave a criterion, as its choices count; of an item of a checklist 1 where it is ticked, else 0. null while nothing is given. (rules §9)
 */
export function valueOf(criterion: ReviewCriterion, review: CriterionReview | undefined): Points | null {
  if (criterion.by === 'tick') return review?.ticked ? 1 : 0;
  if (!review) return null;
  const { least, most } = boundsOf(criterion);
  if (criterion.anyNumber && review.points !== null && review.points !== undefined)
    return Math.min(Math.max(review.points, least), most);
  return criterion.choices.find(({ id }) => id === review.levelId)?.value ?? null;
}
