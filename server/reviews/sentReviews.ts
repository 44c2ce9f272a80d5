import type { SentReview } from '../../contract/reviews';
import type { ReviewContent } from '../../core/review/content';
import type { ReviewGuide } from '../../core/course/reviewSettings';
import { fromJson } from '../db/json';
import type { Db } from '../db/open';
import { filesOfReview, handedOut, withAddresses } from './reviewFiles';

/** The last version of a review as of an instant. */
export interface StoredReview {
  readonly assignmentId: string;
  readonly number: number;
  readonly at: number;
  /** The version of the post it is about. */
  readonly postNumber: number;
  readonly content: ReviewContent;
  readonly guide: ReviewGuide | null;
  readonly html: string;
  readonly words: number;
}

/** The last version of each of some reviews as of an instant, by assignment. */
export async function loadReviews(
  db: Db,
  assignments: readonly string[],
  now: number,
): Promise<Map<string, StoredReview>> {
  if (assignments.length === 0) return new Map();
  const rows = await db
    .selectFrom('review')
    .selectAll()
    .where('assignment_id', 'in', assignments)
    .where('at', '<=', now)
    .orderBy('number')
    .execute();
  return new Map(
    rows.map((row) => [
      row.assignment_id,
      {
        assignmentId: row.assignment_id,
        number: row.number,
        at: row.at,
        postNumber: row.post_number,
        content: fromJson(row.content),
        guide: row.guide === null ? null : fromJson(row.guide),
        html: row.html,
        words: row.words,
      },
    ]),
  );
}

/** A review as it is read, with its files behind the assignment. */
export async function shownReview(
  db: Db,
  course: string,
  review: StoredReview,
  hidden: boolean,
): Promise<SentReview> {
  const { content, html, words, guide, number, assignmentId } = review;
  const from = { course, assignment: assignmentId, of: `review-${number}` };
  const files = await filesOfReview(db, content.files, content.overall);
  return {
    content: hidden ? { ...content, files: [] } : content,
    html: withAddresses(html, from, files.all),
    words,
    files: handedOut({ ...from, hidden }, files.below),
    guide,
  };
}

/** What authors answered to some reviews, as of an instant, by assignment. */
export async function loadAnswers(
  db: Db,
  assignments: readonly string[],
  now: number,
): Promise<Map<string, { html: string }>> {
  if (assignments.length === 0) return new Map();
  const rows = await db
    .selectFrom('review_response')
    .select(['assignment_id', 'html'])
    .where('assignment_id', 'in', assignments)
    .where('at', '<=', now)
    .execute();
  return new Map(rows.map(({ assignment_id, html }) => [assignment_id, { html }]));
}
