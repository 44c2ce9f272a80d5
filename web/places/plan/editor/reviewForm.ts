import { z } from 'zod';
import type { ForumRules } from '../../../../contract/forumSettings';
import { reviewSettings } from '../../../../contract/reviewSettings';
import type { Guide } from '../../../../core/course/evaluation';
import type { ReviewGuide } from '../../../../core/course/reviewSettings';
import { wholeText } from '../../../forms/codecs';
import { readInto, refuse } from '../../../forms/readInto';
import { wallText } from '../../../forms/wallText';
import { judgedBy, newPart, readGuide, type TypedPart } from '../../../scoring/partForm';

const { shape } = reviewSettings;

/** How students review one another, as it is typed; what belongs to a choice that is not made at the moment stays. */
export const typedReview = z.object({
  on: z.boolean(),
  pairing: shape.pairing,
  /** When partners are drawn: once the initial posts are due, or on a date. */
  pairOn: z.enum(['initialDue', 'at']),
  pairAt: z.string(),
  /** What a post is reviewed by; `none`: by a comment alone. */
  guided: z.enum(['none', 'rubric', 'checklist', 'levels']),
  guide: z.custom<TypedPart>(),
  minWords: wholeText(shape.minWords),
  names: shape.names,
  received: shape.received,
  response: z.boolean(),
});
type Typed = z.output<typeof typedReview>;
type Review = ForumRules['review'];

/** Whether students can review one another where a conversation is started so. */
export const takesReviews = (openings: ForumRules['openings']): boolean =>
  openings === 'answerPrompt' || openings === 'oneThreadEach';

/** What the form begins with. */
export function typeReview(review: Review, zone: string): Typed {
  const guide: Guide | null = review?.guide ?? null;
  const empty = newPart('guide', { title: 'Guide', kind: 'rubric' });
  return {
    on: review !== null,
    pairing: review?.pairing ?? 'round',
    pairOn: review?.pairAt ? 'at' : 'initialDue',
    pairAt: wallText(zone).encode(review?.pairAt ?? null),
    guided: guide?.kind ?? 'none',
    guide:
      guide === null
        ? empty
        : judgedBy({ ...empty, title: guide.title }, guide, review?.guide?.guideId ?? null),
    minWords: review?.minWords ?? 40,
    names: review?.names ?? 'reviewerHidden',
    received: review?.received ?? 'atReviewsDate',
    response: review?.response ?? false,
  };
}

/** What is meant; null where students do not review one another. */
export function readReview(
  typed: Typed,
  zone: string,
  openings: ForumRules['openings'],
  context: Parameters<typeof refuse>[0],
): Review {
  if (!typed.on || !takesReviews(openings)) return null;
  const at = ['rules', 'review'];
  const { pairing, minWords, received, response } = typed;
  const ownMoment = pairing !== 'byHand' && typed.pairOn === 'at';
  const pairAt = ownMoment
    ? (readInto(context, [...at, 'pairAt'], wallText(zone), typed.pairAt) ?? null)
    : null;
  if (ownMoment && typed.pairAt === '') refuse(context, [...at, 'pairAt'], 'Write when partners are drawn.');
  let guide: ReviewGuide | null = null;
  if (typed.guided !== 'none') {
    const read = readGuide(typed.guided, typed.guide.fields[typed.guided], typed.guide.title || 'Guide');
    if (read.guide === null)
      for (const [field, message] of Object.entries(read.problems))
        refuse(context, [...at, 'guide', 'fields', typed.guided, ...field.split('.')], message ?? '');
    else {
      const { guideId } = typed.guide.fields[typed.guided];
      guide = { ...read.guide, ...(guideId !== '' && { guideId }) } as ReviewGuide;
    }
  }
  // Two by two, partners know whom they review.
  const names = pairing === 'twoByTwo' && typed.names === 'reviewerHidden' ? 'bothHidden' : typed.names;
  return {
    pairing,
    pairAt,
    guide: guide as NonNullable<Review>['guide'],
    minWords,
    names,
    received,
    response,
  };
}
