import type { Schedule } from '../course/forum';
import type { Id } from '../course/id';
import type { Instant } from '../time/instant';

/** What someone is told of. */
export type NoticeKind =
  /** Someone answered a post of theirs. */
  | 'answer'
  /** Staff answered them aside. */
  | 'aside'
  /** Someone called them by name. */
  | 'mention'
  /** New posts in a forum they follow. */
  | 'followed'
  /** A post of theirs was approved, given back, removed or changed by staff. */
  | 'approved'
  | 'returned'
  | 'changeApproved'
  | 'changeReturned'
  | 'removed'
  | 'edited'
  /** A score was released to them. */
  | 'released'
  /** A forum opened for them, is due within a day, or has other dates for them than before. */
  | 'opens'
  | 'due'
  | 'dates'
  /** Staff announced something to them. */
  | 'announced'
  /** Someone sent them a forum or a post, with a line of their own. */
  | 'sent'
  /** Their wish for another look at a score was answered. */
  | 'looked'
  /** Staff: students ask for another look at their scores. */
  | 'looks'
  /** What they said to their request for more time. */
  | 'timeAnswered'
  /** Staff: students ask for more time. */
  | 'timeAsked'
  /** They were given posts to review, received a review, or staff keep one of theirs from its author. */
  | 'reviewsGiven'
  | 'reviewed'
  | 'reviewWithheld'
  /** Staff asked them something in a message of their own; staff: a student answered such a message. */
  | 'asked'
  | 'askedAnswered'
  /** Staff: posts wait for approval. */
  | 'held'
  /** Staff: students reported posts. */
  | 'reported';

/** The dates of a forum that a student is told of when they change. */
export type ToldDates = Pick<
  Schedule,
  'postingFrom' | 'postingUntil' | 'initialDue' | 'repliesDue' | 'reviewsDue'
>;

/** Something a person is told of, decided for them at an instant. Instants in UTC ms. */
export interface Notice {
  /** Names the thing told, the same whenever it is worked out: what was read or mailed is known by it. */
  readonly key: string;
  readonly kind: NoticeKind;
  readonly at: Instant;
  /** The forum; with `released` of an item that no forum feeds, the item; with `announced` the announcement, with `asked` what it is asked in. */
  readonly forumId: Id;
  /** What it is called, where it is about no forum and no item; absent: as the forum or the item is. */
  readonly title?: string;
  /** The post it leads to; null leads to the forum. */
  readonly postId: Id | null;
  /** The person's own post it is about; null for none. */
  readonly aboutId: Id | null;
  /** Who did it; null where nobody in particular did. */
  readonly actorId: Id | null;
  /** How many posts it stands for. */
  readonly count: number;
  /** A reason or a line written for the person; null for none. */
  readonly line: string | null;
  /** With `due`: when. */
  readonly due: Instant | null;
  /** With `dates`: what they were and what they are. */
  readonly dates: { readonly before: ToldDates; readonly after: ToldDates } | null;
}
