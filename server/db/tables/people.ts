import type { Generated } from 'kysely';
import type { MailChoice } from '../../../contract/notices';
import type { Hours } from '../../../words/dates';

/** The tables of people: who they are, how they sign in, and what they chose for themselves. */
export interface PeopleTables {
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
  mail_choice: { person_id: string; choice: MailChoice };
  /** Who wants a letter about their courses each week, and since when. */
  letter_choice: { person_id: string; since: number };
  /** Keys of this data folder, made when first needed. */
  secret: { name: string; value: string };
}
