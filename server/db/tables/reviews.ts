import type { AssignmentEnd } from '../../../core/course/assignment';
import type { ReviewGuide } from '../../../core/course/reviewSettings';
import type { ReviewContent } from '../../../core/review/content';
import type { ReviewingAction } from '../../../core/review/undo';
import type { RichNode } from '../../../core/text/richText';
import type { Json } from '../json';

/** The tables of students who review one another. */
export interface ReviewTables {
  /** How students review one another in a forum: what decides the order, and when it was decided who reviews whom. */
  review_book: { forum_id: string; seed: string; paired_at: number | null };
  /** Something staff did by hand with who reviews whom, to be undone: what it made, what it ended, and what decided the order before. */
  reviewing_step: {
    id: string;
    forum_id: string;
    action: ReviewingAction;
    at: number;
    by: string;
    made: string | null;
    ended: Json<readonly string[]>;
    seed: string | null;
    paired_at: number | null;
    undone_at: number | null;
  };
  /** Two people who must not review one another, in no forum of the course; the smaller id first. */
  must_not: { course_id: string; one_id: string; other_id: string; by: string; at: number };
  /** Who reviews whose post. */
  assignment: {
    id: string;
    forum_id: string;
    reviewer_id: string;
    author_id: string;
    post_id: string;
    /** The version of the post that others read when it was made. */
    post_number: number;
    made_at: number;
    /** Who of the staff made it; null: Juror. */
    made_by: string | null;
    ended_at: number | null;
    ended_how: AssignmentEnd | null;
    ended_by: string | null;
    received_at: number | null;
  };
  /** A version of a review that was sent, with the guide it was written by, and the version of the post it is about. */
  review: {
    assignment_id: string;
    number: number;
    at: number;
    post_number: number;
    content: Json<ReviewContent>;
    guide: Json<ReviewGuide> | null;
    html: string;
    words: number;
  };
  /** A review as it is typed. */
  review_draft: { assignment_id: string; content: Json<ReviewContent>; words: number; saved_at: number };
  review_file: { assignment_id: string; number: number; position: number; file_id: string };
  /** What the author of a post answers to a review, once. */
  review_response: { assignment_id: string; at: number; doc: Json<RichNode>; html: string; words: number };
  /** Staff keep a review from its author. */
  withholding: {
    assignment_id: string;
    from: number;
    to: number | null;
    fills: number;
    reason: string;
    by: string;
    lifted_by: string | null;
  };
  /** Counts what changes of the reviews of a forum. Kept by triggers. */
  review_change: { forum_id: string; n: number };
}
