import type { AnswerOf } from '../../contract/endpoint';
import type { getReviewsOf, StaffReview } from '../../contract/reviewing';
import { EMPTY_TEXT } from '../../core/text/richText';
import type { Covered } from '../course/covered/coverNames';
import { withoutCalls } from '../course/covered/withoutCalls';

/** What is shown in a text from a file: its address leads through the assignment, and with it to who wrote the text. */
const FROM_FILE = /<(?:img|audio|video)\b[^>]*>(?:[^<]*<\/(?:audio|video)>)?/g;

/** A review without what tells whose it is, where its reviewer or its author is covered. */
function coveredReview(review: StaffReview, cover: Covered): StaffReview {
  const { reviewer, author, answer, files, content } = review;
  const isCovered = [reviewer, author].some(({ id }) => cover.covers(cover.studentOf(id)));
  const plain = (html: string) => withoutCalls(isCovered ? html.replace(FROM_FILE, '') : html, cover);
  return {
    ...review,
    html: plain(review.html),
    answer: answer && { html: plain(answer.html) },
    content: isCovered ? { ...content, overall: EMPTY_TEXT, files: [] } : content,
    files: isCovered ? [] : files,
    filesCovered: isCovered ? files.length : 0,
  };
}

/** The reviews of a student without what tells whose they are, where names are covered; its names are covered already. */
export function coveredReviews(
  { wrote, got }: AnswerOf<typeof getReviewsOf>,
  cover: Covered,
): AnswerOf<typeof getReviewsOf> {
  if (cover.names === 'shown') return { wrote, got };
  const shown = {
    wrote: wrote.map((review) => coveredReview(review, cover)),
    got: got.map((review) => coveredReview(review, cover)),
  };
  // By its id a review would be found among those who review whom.
  return cover.hidePosts(
    shown,
    [...wrote, ...got].map(({ id }) => id),
  );
}
