import { z } from 'zod';
import { instant } from './basics';
import type { Forum } from '../core/course/forum';
import { reviewGuide } from './parts';

/** How students of a forum review one another's posts, as it is saved. */
export const reviewSettings = z.strictObject({
  pairing: z.enum(['twoByTwo', 'round', 'byHand']),
  /** When it is decided who reviews whom; null: once the initial posts are due. */
  pairAt: instant.nullable(),
  /** null: by a comment alone. */
  guide: reviewGuide.nullable(),
  minWords: z.int().min(0).max(5000, 'at most 5,000 words'),
  names: z.enum(['shown', 'reviewerHidden', 'bothHidden']),
  received: z.enum(['atOnce', 'atReviewsDate', 'whenReleased']),
  /** Whether the author answers each review, once. */
  response: z.boolean(),
});

/**
 * What of a forum's other settings keeps its students from reviewing one another: the field, and what to do. Dates may still be missing in a
 * draft; the checks ask for them. (docs/rules §9)
 */
export function reviewBounds(
  rules: Pick<Forum, 'review' | 'required' | 'openings'>,
): (readonly [field: string, message: string])[] {
  const { review, required, openings } = rules;
  if (review === null)
    return required.reviews > 0 ? [['review', 'Say how students review one another’s posts.']] : [];
  const wrong: [string, string][] = [];
  if (openings !== 'answerPrompt' && openings !== 'oneThreadEach')
    wrong.push([
      'review',
      'Reviews need one post from each student: an answer to the prompt, or a thread of their own.',
    ]);
  if (required.initialRequired === 0)
    wrong.push(['required.initialRequired', 'Require an initial post: it is what students review.']);
  if (required.reviews === 0)
    wrong.push(['required.reviews', 'Write how many posts each student reviews, 1 to 5.']);
  if (review.pairing === 'twoByTwo' && required.reviews > 1)
    wrong.push([
      'required.reviews',
      'Two by two, each student reviews one post. Write 1, or choose a round.',
    ]);
  if (review.pairing === 'twoByTwo' && review.names === 'reviewerHidden')
    wrong.push([
      'review.names',
      'Two by two, partners know whom they review. Show both names, or hide both.',
    ]);
  return wrong;
}
