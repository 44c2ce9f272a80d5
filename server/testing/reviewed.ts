import type { ForumSettings } from '../../contract/forumSettings';
import { at, settings } from './testServer';

type Rules = ForumSettings['rules'];

/** The rules of a forum in which each student reviews so many others: posts due on 4 March, reviews a week later. */
export function reviewed(
  reviews = 1,
  change: Partial<NonNullable<Rules['review']>> = {},
  more: Partial<Rules> = {},
): Partial<Rules> {
  return {
    evaluation: null,
    seal: null,
    schedule: {
      visibleFrom: null,
      visibleUntil: null,
      postingFrom: null,
      postingUntil: null,
      initialDue: at('03-04 23:59'),
      repliesDue: null,
      reviewsDue: at('03-11 23:59'),
    },
    required: {
      ...settings().rules.required,
      initialRequired: 1,
      initialMinWords: 5,
      replies: 0,
      different: null,
      reviews,
    },
    review: {
      pairing: 'round',
      pairAt: null,
      guide: null,
      minWords: 0,
      names: 'shown',
      received: 'atReviewsDate',
      response: false,
      ...change,
    },
    ...more,
  };
}
