import type { ColumnType, Generated } from 'kysely';
import type { Passage } from '../../contract/evaluate';
import type { AnnouncedTo } from '../../contract/announcements';
import type { AttachedFile } from '../../contract/files';
import type { ForumRules, ForumSettings } from '../../contract/forumSettings';
import type { MailChoice } from '../../contract/notices';
import type { Saying } from '../../core/calendar/said';
import type { Gradebook } from '../../core/gradebook/gradebook';
import type { ToldDates } from '../../core/notices/notice';
import type { FreeDay } from '../../core/plan/classDays';
import type { RecipeDates } from '../../core/plan/recipeDates';
import type { AssignmentEnd } from '../../core/course/assignment';
import type { Guide } from '../../core/course/evaluation';
import type { ReviewGuide } from '../../core/course/reviewSettings';
import type { ReviewContent } from '../../core/review/content';
import type { ReviewingAction } from '../../core/review/undo';
import type { ExplanationLine } from '../../core/scoring/kinds/explanation';
import type { Outcome } from '../../core/course/outcome';
import type { Decisions } from '../../core/scoring/suggest';
import type { RichNode } from '../../core/text/richText';
import type { Hours } from '../../words/dates';
import type { Json } from './json';

/** The tables, as Kysely sees them. Instants are UTC ms, points hundredths, flags 0 or 1. */
export interface Database {
  setting: { key: string; value: string };
  person: {
    id: string;
    email: string;
    given_name: string;
    family_name: string;
    preferred_name: string | null;
    sortable_name: string;
    password_hash: string | null;
    administrator: Generated<number>;
    /** The course whose roster named them first; null: the administrator did. */
    made_in: Generated<string | null>;
    /** Who made the link their password was set with. */
    password_by: Generated<string | null>;
    /** The hours they chose; null: none yet. */
    hours: Generated<Hours | null>;
    /** The time zone they chose; null: their browser's. */
    zone: Generated<string | null>;
    /** Whether the family name is written before the given name. */
    family_first: Generated<number>;
  };
  session: {
    token_hash: string;
    person_id: string;
    write_token: string;
    created_at: number;
    seen_at: number;
    /** The browser it was begun with, as it names itself; null where it does not. */
    browser: Generated<string | null>;
  };
  /** Browsers someone has signed in with before. */
  known_browser: { token_hash: string; person_id: string; seen_at: number };
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
  password_link: {
    token_hash: string;
    person_id: string;
    made_by: string;
    made_at: number;
    expires_at: number;
    used_at: number | null;
    /** Made by someone for them, or asked for by themselves because they forgot theirs. */
    purpose: Generated<'invite' | 'reset'>;
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
  post: {
    id: string;
    forum_id: string;
    author_id: string;
    author_kind: 'student' | 'staff';
    parent_id: string | null;
    thread_id: string;
    thread_author_id: string;
    answers_author_id: string | null;
    answers_author_kind: 'student' | 'staff' | null;
    space_id: string | null;
    question_id: string | null;
    starter: Generated<number>;
    aside_with: string | null;
    created_at: number;
    version: number;
  };
  revision: {
    post_id: string;
    number: number;
    at: number;
    author_id: string;
    by_staff: Generated<number>;
    doc: Json<RichNode>;
    html: string;
    text: string;
    words: number;
    attachments: Generated<number>;
    /** When its last draft was kept before it was sent. */
    draft_kept_at: Generated<number | null>;
    /** Whether it asks something, and whether it brings a link, a file, a picture or a quoted passage; worked out by the database. */
    asks: ColumnType<number, never, never>;
    brings: ColumnType<number, never, never>;
  };
  removal: { post_id: string; from: number; to: number | null; by: string; why: Generated<string | null> };
  /** A thread, by its opening post, in which nobody but staff writes. */
  freeze: { thread_id: string; from: number; to: number | null; by: string };
  /** A thread, by its opening post, that is pinned, or a reply that is the answer. */
  highlight: { post_id: string; kind: 'pinned' | 'answer'; from: number; to: number | null; by: string };
  approval: {
    post_id: string;
    at: number;
    state: 'held' | 'approved' | 'returned';
    by: string;
    reason: Generated<string | null>;
    /** Of a change to an approved post: how many versions stood before it; null of a whole post. */
    standing: Generated<number | null>;
  };
  attachment: {
    post_id: string;
    number: number;
    position: number;
    file_id: string;
    /** What an image shows, for who does not see it. */
    alt: Generated<string>;
  };
  /** Counts the changes of a forum's posts; each post has the number of its last. Kept by triggers. */
  post_change: { post_id: string; forum_id: string; n: number };
  /** A passage that a revision quotes from a revision of another post. */
  quote: {
    post_id: string;
    number: number;
    position: number;
    source_id: string;
    source_number: number;
  };
  /** Staff struck what a post quotes from another. */
  struck_quote: { post_id: string; source_id: string; at: number; by: string };
  mention: { post_id: string; person_id: string; at: number };
  /** A nod (value 1) or a rating (1 to 5); `ended_at` once it was taken back or changed. */
  nod: {
    post_id: string;
    person_id: string;
    value: number;
    at: number;
    ended_at: number | null;
    kind: Generated<'nod' | 'rating'>;
  };
  read_mark: { person_id: string; post_id: string; at: number };
  bookmark: { person_id: string; post_id: string; at: number };
  /** What reached someone before versions were kept, in sealed forums. */
  received: { person_id: string; post_id: string; at: number };
  received_log: { person_id: string; forum_id: string; chunk: number; data: Buffer };
  /** A forum or a post that someone sent to others, with a line of their own. */
  sending: {
    id: string;
    course_id: string;
    forum_id: string;
    post_id: string | null;
    sent_by: string;
    line: string | null;
    at: number;
  };
  sending_to: { person_id: string; sending_id: string };
  /** Told of new posts of a forum; `since`: those before were looked at. */
  follow: { person_id: string; forum_id: string; since: number };
  /** What of a person's notices was read or mailed, by the notice's key. */
  notice_mark: { person_id: string; key: string; read_at: number | null; mailed_at: number | null };
  /** The dates of a forum as a student knows them; `before`: what they were until they changed. */
  known_dates: {
    person_id: string;
    forum_id: string;
    dates: Json<ToldDates>;
    before: Json<ToldDates> | null;
    changed_at: number | null;
  };
  mail_choice: { person_id: string; choice: MailChoice };
  /** Who wants a letter about their courses each week, and since when. */
  letter_choice: { person_id: string; since: number };
  /** When a person's last letter about a course was made. */
  mail_week: { person_id: string; course_id: string; letter_at: number };
  /** When a person's last daily mail of a course was made. */
  mail_day: { person_id: string; course_id: string; digest_at: number };
  /** Mail on its way: which notices it tells; what it says is decided when it is sent. `next_at` is machine time. */
  mail: {
    id: string;
    person_id: string;
    course_id: string;
    kind: 'atOnce' | 'daily' | 'weekly' | 'invitation';
    keys: Json<readonly string[]>;
    made_at: number;
    state: 'waiting' | 'sent' | 'dropped';
    tries: Generated<number>;
    next_at: number;
    error: string | null;
    sent_at: number | null;
    address: string | null;
    subject: string | null;
    text: string | null;
    /** Who invites, and their own line; invitations alone have them. */
    made_by: Generated<string | null>;
    note: Generated<string | null>;
  };
  /** The text of the version of a post that everyone reads; full-text search reads it. */
  post_text: { id: Generated<number>; post_id: string; text: string };
  draft: {
    person_id: string;
    forum_id: string;
    key: string;
    doc: Json<RichNode>;
    words: number;
    saved_at: number;
    attachments: Generated<Json<readonly AttachedFile[]>>;
    /** The id the post will have. */
    post_id: Generated<string | null>;
  };
  file: {
    id: string;
    course_id: string;
    uploaded_by: string;
    sha256: string;
    type: string;
    size: number;
    name: string;
    at: number;
    /** How long a recording is. */
    seconds: Generated<number | null>;
  };
  file_use: { file_id: string; forum_id: string; post_id: string | null };
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
  /** A rubric, a checklist or a scale of the library. */
  /** A host whose material may be shown in place in texts. */
  shown_host: { origin: string; at: number; by: string | null };
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
  /** Keys of this data folder, made when first needed. */
  secret: { name: string; value: string };
  /** When what is given by then is released. */
  planned_release: { item_id: string; at: number; by: string; planned_at: number };
  /** A student reported a post to staff; who it was, only staff learn. */
  report: {
    id: string;
    post_id: string;
    reported_by: string;
    at: number;
    reason: string;
    settled_at: Generated<number | null>;
    settled_by: Generated<string | null>;
  };
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
  /** How often a student opened a forum on a day of the course's zone, and when first and last. */
  visit: {
    forum_id: string;
    student_id: string;
    day: string;
    visits: number;
    first_at: number;
    last_at: number;
  };
  /** Whoever subscribes to a forum's feed, by the hash of their secret address. */
  feed_address: { person_id: string; forum_id: string; hash: string; made_at: number };
  /** What a person's calendar last said of a date. */
  calendar_said: {
    person_id: string;
    key: string;
    course_id: string;
    saying: Json<Saying>;
    sequence: number;
    changed_at: number;
    cancelled: number;
  };
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
