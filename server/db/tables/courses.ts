import type { Generated } from 'kysely';
import type { AnnouncedTo } from '../../../contract/announcements';
import type { ForumRules, ForumSettings } from '../../../contract/forumSettings';
import type { Gradebook } from '../../../core/gradebook/gradebook';
import type { FreeDay } from '../../../core/plan/classDays';
import type { RecipeDates } from '../../../core/plan/recipeDates';
import type { Guide } from '../../../core/course/evaluation';
import type { Outcome } from '../../../core/course/outcome';
import type { RichNode } from '../../../core/text/richText';
import type { Json } from '../json';

/** The tables of a course: its settings, people, groups, units, forums, items and what is planned with them. */
export interface CourseTables {
  course: {
    id: string;
    title: string;
    code: string;
    zone: string;
    term_start: number;
    term_end: number;
    gradebook_mode: Generated<'weighted' | 'byPoints'>;
    letters: Generated<Json<Gradebook['letters']>>;
    version: Generated<number>;
    /** Mondays of weeks without classes, `2026-02-16`. */
    free_days: Generated<Json<readonly FreeDay[]>>;
    visits: Generated<number>;
    outcomes: Generated<Json<readonly Outcome[]>>;
    /** So many months after its decision a case is removed; null: only by hand. */
    case_months: Generated<number | null>;
    /** Since when it stands in nobody's list of courses. */
    put_away_at: Generated<number | null>;
  };
  section: { id: string; course_id: string; title: string; position: number };
  member: {
    course_id: string;
    person_id: string;
    role: 'instructor' | 'assistant' | 'student';
    section_id: string | null;
    /** Section ids an assistant is limited to; null for all. */
    sections: Json<readonly string[]> | null;
    student_number: string | null;
    enrolled_from: number;
    removed_at: number | null;
    accommodation_minutes: Generated<number>;
    accommodation_reason: Generated<string | null>;
    version: Generated<number>;
  };
  group_plan: {
    id: string;
    course_id: string;
    title: string;
    version: Generated<number>;
    position: Generated<number>;
  };
  group: { id: string; plan_id: string; title: string; position: number };
  group_member: { group_id: string; person_id: string; locked: Generated<number> };
  unit: { id: string; course_id: string; title: string; position: number };
  category: {
    id: string;
    course_id: string;
    title: string;
    weight: number;
    zero_for_missing: Generated<number>;
    /** How many of a student's items it drops. */
    dropped: Generated<number>;
    position: number;
  };
  forum: {
    id: string;
    course_id: string;
    title: string;
    unit_id: string | null;
    category_id: string | null;
    position: number;
    status: 'draft' | 'published';
    frozen: Generated<number>;
    rules: Json<ForumRules>;
    prompt: Json<RichNode>;
    prompt_html: string;
    version: number;
    created_at: number;
    /** Its place among the forums on top; null: it stands in its unit. */
    pinned: Generated<number | null>;
    /** In the bin since. */
    removed_at: Generated<number | null>;
    /** Written with the forum; posted as staff when it is published. */
    starter: Generated<Json<RichNode> | null>;
    starter_post: Generated<string | null>;
  };
  recipe: {
    id: string;
    /** null: its owner's own, in every course. */
    course_id: string | null;
    owner_id: string;
    title: string;
    note: string;
    settings: Json<{ readonly settings: ForumSettings; readonly dates: RecipeDates }>;
    at: number;
  };
  dismissal: {
    course_id: string;
    forum_id: string;
    code: string;
    facts: string;
    reason: string;
    by: string;
    at: number;
  };
  /** A host whose material may be shown in place in texts. */
  shown_host: { origin: string; at: number; by: string | null };
  /** A rubric, a checklist or a scale of the library. */
  guide: {
    id: string;
    /** null: its owner's own, in every course. */
    course_id: string | null;
    owner_id: string;
    kind: Guide['kind'];
    title: string;
    guide: Json<Guide>;
    version: number;
    at: number;
    removed_at: number | null;
  };
  /** An earlier course that a course is compared with, once an instructor of each agreed. */
  earlier_course: {
    course_id: string;
    earlier_id: string;
    asked_by: string;
    asked_at: number;
    agreed_by: string | null;
    agreed_at: number | null;
  };
  /** Whoever can subscribe to their calendar, by the hash of its secret address; no hash: it was withdrawn. */
  calendar_address: {
    person_id: string;
    hash: string | null;
    made_at: number | null;
    /** So many minutes before something is due it reminds. */
    alarm: number | null;
  };
  /** What staff announce. */
  announcement: {
    id: string;
    course_id: string;
    title: string;
    text: string;
    audience: Json<AnnouncedTo>;
    /** When it is told; to come where that is planned. */
    at: number;
    by: string;
    version: number;
    removed_at: number | null;
  };
  record: {
    id: Generated<number>;
    course_id: string;
    at: number;
    actor_id: string;
    what: string;
    subject: string;
    before: string | null;
    after: string | null;
    why: string | null;
  };
}
