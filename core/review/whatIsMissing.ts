import type { Id } from '../course/id';
import type { ReviewSettings } from '../course/reviewSettings';
import { criteriaOf, valueOf } from './criteria';
import type { ReviewContent } from './content';

/** What keeps a review from being sent. */
export type Missing =
  | { readonly code: 'criterion'; readonly id: Id; readonly title: string }
  | { readonly code: 'words'; readonly words: number; readonly needed: number };

/**
 * What a review lacks to be sent: something for each criterion, and the words of the overall comment; where there is no guide, one word
 * at least. Empty where it is whole. (rules §9)
 *
 * @param words of the overall comment
 * @example whatIsMissing(settings, content, 12) // [{ code: 'words', words: 12, needed: 40 }]
 */
export function whatIsMissing(
  { guide, minWords }: Pick<ReviewSettings, 'guide' | 'minWords'>,
  { values }: Pick<ReviewContent, 'values'>,
  words: number,
): Missing[] {
  const missing: Missing[] = criteriaOf(guide)
    .filter((criterion) => valueOf(criterion, values[criterion.id]) === null)
    .map(({ id, title }) => ({ code: 'criterion', id, title }));
  const needed = guide === null ? Math.max(1, minWords) : minWords;
  return words < needed ? [...missing, { code: 'words', words, needed }] : missing;
}
