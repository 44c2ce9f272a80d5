import type BetterSqlite3 from 'better-sqlite3';
import { reviewContent } from '../../contract/reviews';
import { overallWords } from '../../core/review/content';
import { storedText } from '../text/toHtml';
import { told, type Finding } from './finding';

/** What holds of every assignment, as a question for those of which it does not; each names the assignment as `id`. */
const OF_ASSIGNMENTS: readonly (readonly [string, string])[] = [
  [
    'is of a post by someone else, or of another forum',
    `SELECT assignment.id FROM assignment JOIN post ON post.id = assignment.post_id
       WHERE post.author_id <> assignment.author_id OR post.forum_id <> assignment.forum_id`,
  ],
  [
    'is of a version of the post that is not there',
    `SELECT assignment.id FROM assignment LEFT JOIN revision
       ON revision.post_id = assignment.post_id AND revision.number = assignment.post_number WHERE revision.number IS NULL`,
  ],
  ['ended before it was made', 'SELECT id FROM assignment WHERE ended_at < made_at'],
  [
    'has a review, and not every version of it from the first to the last',
    `SELECT assignment_id AS id FROM review GROUP BY assignment_id HAVING min(number) <> 1 OR max(number) <> count(*)`,
  ],
  [
    'has a review of a version of the post that is not there',
    `SELECT assignment.id FROM assignment JOIN review ON review.assignment_id = assignment.id LEFT JOIN revision
       ON revision.post_id = assignment.post_id AND revision.number = review.post_number WHERE revision.number IS NULL`,
  ],
  [
    'was received, and no review was sent',
    `SELECT id FROM assignment WHERE received_at IS NOT NULL
       AND NOT EXISTS (SELECT 1 FROM review WHERE review.assignment_id = assignment.id AND review.at <= assignment.received_at)`,
  ],
  [
    'has an answer, and was never received',
    `SELECT assignment.id FROM assignment JOIN review_response ON review_response.assignment_id = assignment.id
       WHERE received_at IS NULL OR review_response.at < received_at`,
  ],
];

interface ReviewRow {
  readonly id: string;
  readonly number: number;
  readonly content: string;
  readonly html: string;
  readonly words: number;
}

/** What is wrong with a sent review, by itself; null for nothing. */
function whyNot({ content, html, words }: ReviewRow): string | null {
  const { data } = reviewContent.safeParse(JSON.parse(content));
  if (data === undefined) return 'holds what no review can hold';
  const counted = overallWords(data);
  if (counted !== words) return `is kept with ${words} words and has ${counted}`;
  return storedText(data.overall).html === html ? null : 'is shown differently from how it was written';
}

/** Whether who reviews whom, and what they sent, hold together. */
export function checkReviews(sqlite: BetterSqlite3.Database): Finding[] {
  const findings = OF_ASSIGNMENTS.flatMap(([what, question]) =>
    (sqlite.prepare(question).pluck().all() as string[]).map((id) => `Assignment ${id} ${what}.`),
  );
  const rows = sqlite
    .prepare('SELECT assignment_id AS id, number, content, html, words FROM review')
    .iterate();
  for (const row of rows as IterableIterator<ReviewRow>) {
    const why = whyNot(row);
    if (why !== null) findings.push(`Version ${row.number} of the review of assignment ${row.id} ${why}.`);
  }
  return told(findings, 'assignments');
}
