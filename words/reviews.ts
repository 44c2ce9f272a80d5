import type { NoReview } from '../core/review/mayReview';
import type { WhyShort } from '../core/review/whyShort';
import type { DateWriter } from './dates';

/**
 * Why a review cannot be sent or changed, as a sentence.
 *
 * @example noReviewWords({ code: 'frozen' }, date)
 */
export function noReviewWords(why: NoReview, date: DateWriter): string {
  switch (why.code) {
    case 'ended':
      return 'You are not asked for this review any more.';
    case 'absent':
      return 'This forum is not there for you now.';
    case 'locked':
      return 'Something else has to be done before this forum opens.';
    case 'announced':
      return 'This forum has not opened yet.';
    case 'frozen':
      return 'Staff have frozen this forum; nothing can be written here now.';
    case 'postGone':
      return 'The post cannot be read now: it was removed, or waits for approval.';
    case 'received':
      return 'The author has received this review; it cannot be changed any more.';
    case 'closed':
      return `Reviewing closed ${date(why.at - 60_000)}; no review is taken after that.`;
  }
}

/** Why somebody has fewer posts to review than asked for. */
export const SHORT_WORDS: Readonly<Record<WhyShort, string>> = {
  noPost: 'has no post of their own yet',
  excused: 'is excused',
  closed: 'reviewing has closed for them',
  alone: 'nobody else has posted in their group',
  tooFew: 'has been given everybody else’s post',
  mustNot: 'must not review those who are left',
  lastDay: 'posted too close to the end',
  byHand: 'staff assign by hand here',
  notYet: 'partners are not drawn yet',
};
