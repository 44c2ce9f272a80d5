import type { Generated } from 'kysely';
import type { Passage } from '../../../contract/evaluate';
import type { ExplanationLine } from '../../../core/scoring/kinds/explanation';
import type { Decisions } from '../../../core/scoring/suggest';
import type { RichNode } from '../../../core/text/richText';
import type { Json } from '../json';

/** The tables of evaluation: items, scores, remarks, and what is asked about them. */
export interface ScoreTables {
  item: {
    id: string;
    course_id: string;
    forum_id: string | null;
    title: string;
    maximum: number;
    display: Generated<'points' | 'percent' | 'letter' | 'done'>;
    counts: Generated<number>;
    extra_credit: Generated<number>;
    position: number;
    /** Of an item made by hand; a forum brings its own. */
    category_id: Generated<string | null>;
    due_at: Generated<number | null>;
    version: Generated<number>;
    /** Taken away since. */
    removed_at: Generated<number | null>;
    /** Whether name and maximum follow the forum that feeds it. */
    follows: Generated<number>;
    /** How often a score in it has changed. Kept by triggers. */
    changes: Generated<number>;
  };
  /** What staff note about a student among themselves. */
  student_note: {
    course_id: string;
    person_id: string;
    text: string;
    version: number;
    at: number;
    by: string;
  };
  score: {
    item_id: string;
    student_id: string;
    version: number;
    decisions: Json<Decisions>;
    remark: Json<RichNode> | null;
    remark_html: string | null;
    points: number | null;
    lines: Generated<Json<readonly ExplanationLine[]>>;
    given_at: number | null;
    given_by: string | null;
    released_at: number | null;
    excused: Generated<number>;
    /** Passages of posts with comments; as they are kept, and as they were given with the score. */
    passages: Generated<Json<readonly Passage[]>>;
    passages_given: Generated<Json<readonly Passage[]>>;
    /** File ids; as they are kept, and as they were given with the score. */
    files: Generated<Json<readonly string[]>>;
    files_given: Generated<Json<readonly string[]>>;
    /** What the score was given by; `decisions` is what is kept since. */
    decisions_given: Generated<Json<Decisions>>;
  };
  /** A file that was put to a score at some time; who may fetch it is read from the score. */
  score_file: { file_id: string; item_id: string; student_id: string };
  /** What one evaluator makes of a student, where two read each. */
  reading: {
    item_id: string;
    student_id: string;
    reader_id: string;
    version: number;
    decisions: Json<Decisions>;
    points: number | null;
    given_at: number | null;
  };
  /** A disagreement of readings was settled, at these points. */
  settlement: { item_id: string; student_id: string; at: number; by: string; points: number };
  /** A remark to be used again; private to its owner, or shared with the staff of the course. */
  saved_remark: {
    id: string;
    course_id: string;
    owner_id: string;
    text: string;
    shared: number;
    made_at: number;
  };
  /** How often a remark was used with something chosen: part, criterion and level. */
  saved_remark_use: { remark_id: string; choice: string; times: number };
  /** When what is given by then is released. */
  planned_release: { item_id: string; at: number; by: string; planned_at: number };
  /** A student asks for another look at a released score. */
  second_look: {
    id: string;
    item_id: string;
    student_id: string;
    asked_at: number;
    reason: string;
    state: 'asked' | 'answered' | 'changed';
    answer: string | null;
    answered_at: number | null;
    answered_by: string | null;
  };
  /** A student asks for more time in a forum. */
  more_time: {
    id: string;
    forum_id: string;
    student_id: string;
    asked_at: number;
    reason: string;
    /** Until when they would like to have; null: they leave it to the staff. */
    until: number | null;
    state: 'asked' | 'granted' | 'declined' | 'withdrawn';
    answer: string | null;
    answered_at: number | null;
    answered_by: string | null;
  };
  /** Whose a student of a shared docket is to evaluate. */
  docket_share: { forum_id: string; student_id: string; evaluator_id: string };
  /** Something done to many students of a docket at once; `before` holds what stood before, by student. */
  docket_action: {
    id: string;
    item_id: string;
    action: string;
    at: number;
    by: string;
    before: string;
    undone_at: number | null;
  };
}
