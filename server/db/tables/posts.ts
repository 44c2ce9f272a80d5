import type { ColumnType, Generated } from 'kysely';
import type { AttachedFile } from '../../../contract/files';
import type { RichNode } from '../../../core/text/richText';
import type { Json } from '../json';

/** The tables of what is written: posts, their versions, and what has happened to them. */
export interface PostTables {
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
  /** Whoever subscribes to a forum's feed, by the hash of their secret address. */
  feed_address: { person_id: string; forum_id: string; hash: string; made_at: number };
}
