import type { Instant, Minutes } from '../time/instant';
import type { Id } from './id';

/** A student as the rules see them: where they stand in the course and since when. (rules §2) */
export interface Student {
  readonly id: Id;
  readonly sectionId: Id | null;
  /** Groups of any plan; at most one of each plan. */
  readonly groupIds: readonly Id[];
  readonly enrolledFrom: Instant;
  /** A student removed from the roster keeps posts and scores and sees nothing. */
  readonly removed: boolean;
  /** Minutes added to postingUntil, initialDue, repliesDue and reviewsDue of every forum; 0 for none. */
  readonly accommodationMinutes: Minutes;
}

/** Someone who teaches: an instructor, or an assistant for the whole course or some sections. (rules §3) */
export interface Staff {
  readonly id: Id;
  readonly role: 'instructor' | 'assistant';
  /** `all`, or the sections an assistant is limited to. */
  readonly sections: 'all' | readonly Id[];
}

/** A person's part in a course; one role each. */
export type Person = ({ readonly kind: 'student' } & Student) | ({ readonly kind: 'staff' } & Staff);

/** One group of a group plan. */
export interface Group {
  readonly id: Id;
  readonly planId: Id;
}
