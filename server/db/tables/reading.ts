import type { Generated } from 'kysely';
import type { Saying } from '../../../core/calendar/said';
import type { ToldDates } from '../../../core/notices/notice';
import type { Json } from '../json';

/** The tables of what people read and were told of. */
export interface ReadingTables {
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
  /** How often a student opened a forum on a day of the course's zone, and when first and last. */
  visit: {
    forum_id: string;
    student_id: string;
    day: string;
    visits: number;
    first_at: number;
    last_at: number;
  };
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
}
