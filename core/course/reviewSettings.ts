import type { Guide } from './evaluation';
import type { Id } from './id';
import type { Instant } from '../time/instant';

/** How it is decided who reviews whom: in pairs, in a ring, or by staff alone. (rules §9) */
export type Pairing = 'twoByTwo' | 'round' | 'byHand';

/** Which names are hidden: none, the reviewer's from the author, or each from the other. (rules §9) */
export type ReviewNames = 'shown' | 'reviewerHidden' | 'bothHidden';

/** When an author receives a review: as it is sent, at the author's own reviews date, or when staff let it go. (rules §9) */
export type ReviewReceived = 'atOnce' | 'atReviewsDate' | 'whenReleased';

/** How students of a forum review one another's initial posts. How many each reviews, and by when, stands beside the other numbers and dates. (rules §9) */
export interface ReviewSettings {
  readonly pairing: Pairing;
  /** When it is decided who reviews whom; null: once the forum's initial posts are due, after the grace. */
  readonly pairAt: Instant | null;
  /** What a post is reviewed by; null: by a comment alone. */
  readonly guide: ReviewGuide | null;
  /** Words the overall comment needs. */
  readonly minWords: number;
  readonly names: ReviewNames;
  readonly received: ReviewReceived;
  /** Whether the author may answer each review, once. */
  readonly response: boolean;
}

/** A guide, and the one of the library it was taken from. */
export type ReviewGuide = Guide & { readonly guideId?: Id | null };
