import type { Id } from '../course/id';
import type { Category, Gradebook } from './gradebook';

/**
 * Why no student can have a total, whatever is scored; null where one comes about with the first score. (rules §7)
 *
 * @example whyNoTotal({ mode: 'weighted', categories: [], items, letters }) // 'noCategories'
 */
export function whyNoTotal(gradebook: {
  readonly mode: Gradebook['mode'];
  readonly categories: readonly Pick<Category, 'id' | 'weight'>[];
  readonly items: readonly { readonly categoryId: Id | null }[];
}): 'noCategories' | 'noWeights' | 'nothingInCategories' | null {
  if (gradebook.mode === 'byPoints' || gradebook.items.length === 0) return null;
  const weighing = gradebook.categories.filter(({ weight }) => weight > 0);
  if (gradebook.categories.length === 0) return 'noCategories';
  if (weighing.length === 0) return 'noWeights';
  const isIn = weighing.some(({ id }) => gradebook.items.some(({ categoryId }) => categoryId === id));
  return isIn ? null : 'nothingInCategories';
}
