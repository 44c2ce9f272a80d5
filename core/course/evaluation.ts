import type { Percent, Points } from './points';
import type { SlotKind } from './slotKind';
import type { Instant } from '../time/instant';
import type { Id } from './id';

/** What lateness takes. (rules §6, step 2) */
export type Lateness =
  | { readonly kind: 'none' }
  | { readonly kind: 'perDay'; readonly percent: Percent; readonly atMost: Percent }
  | { readonly kind: 'noCredit' };

/** What a late or missing initial post shuts. (rules §6, step 3) */
export type Gate = 'none' | 'replies' | 'whole';

/** Which posts and slots a part looks at; the whole is all posts, without reviews. (rules §6, §9) */
export type Basis = 'initial' | 'replies' | 'reviews' | 'whole';

/** Which posts are looked at where reviews are not. (rules §6) */
export type PostBasis = Exclude<Basis, 'reviews'>;

interface PartCommon {
  readonly id: Id;
  readonly title: string;
  readonly maximum: Points;
  readonly basis: Basis;
}

/** What parts have in common that are judged by something the library can keep. */
interface GuidedCommon extends PartCommon {
  /** The guide of the library it was taken from; absent or null where it was made for this forum alone. */
  readonly guideId?: Id | null;
}

/** The evaluator gives a number. */
export interface DirectPart extends PartCommon {
  readonly kind: 'direct';
}

/** The share of required posts that were made. */
export interface CompletionPart extends PartCommon {
  readonly kind: 'completion';
  readonly allOrNothing: boolean;
}

/** A step of a criterion, with its points in hundredths. */
export interface CriterionLevel {
  readonly id: Id;
  readonly title: string;
  readonly description: string;
  readonly points: Points;
}

/** One thing a rubric looks at. */
export interface Criterion {
  readonly id: Id;
  readonly title: string;
  readonly description: string;
  /** The codes of the learning outcomes it serves. (rules §11) */
  readonly outcomes: readonly string[];
  /** The posts it is judged by. */
  readonly basis: PostBasis;
  readonly levels: readonly CriterionLevel[];
}

/** Criteria, each judged by one of its levels. */
export interface RubricPart extends GuidedCommon {
  readonly kind: 'rubric';
  readonly criteria: readonly Criterion[];
  /** Whether any number within a criterion's range may be given in place of a level's points. */
  readonly anyNumber: boolean;
}

/** Something to be ticked. */
export interface ChecklistItem {
  readonly id: Id;
  readonly title: string;
  readonly points: Points;
  /** The required post that ticks it; null where only the evaluator does. */
  readonly slot: { readonly kind: SlotKind; readonly number: number } | null;
}

/** Items that are ticked or not, some by required posts themselves. */
export interface ChecklistPart extends GuidedCommon {
  readonly kind: 'checklist';
  readonly items: readonly ChecklistItem[];
}

/** A named share of the maximum. */
export interface ScaleLevel {
  readonly id: Id;
  readonly title: string;
  readonly description: string;
  readonly share: Percent;
}

/** One of several named levels. */
export interface LevelsPart extends GuidedCommon {
  readonly kind: 'levels';
  readonly levels: readonly ScaleLevel[];
}

/** How the scores of several posts become one. (rules §6) */
export type Combination =
  | { readonly by: 'mean' | 'median' | 'highest' | 'lowest' | 'sum' }
  | { readonly by: 'best'; readonly n: number }
  | { readonly by: 'mostFrequent'; readonly tie: 'higher' | 'lower' };

/** A score for each post, combined. */
export interface PerPostPart extends PartCommon {
  readonly kind: 'perPost';
  readonly basis: PostBasis;
  /** The most one post can be given, in hundredths. */
  readonly each: Points;
  readonly combine: Combination;
  /** What a post that has no score yet does. */
  readonly unscored: 'incomplete' | 'ignored' | 'zero';
}

/** What other students gave the posts, from 1 to 5. */
export interface RatingsPart extends PartCommon {
  readonly kind: 'ratings';
  readonly basis: PostBasis;
  /** With fewer ratings it waits. */
  readonly atLeast: number;
}

/** One part of a forum's evaluation. What belongs to each kind: CONTRIBUTING.md, "a scoring kind". */
export type Part =
  DirectPart | RubricPart | ChecklistPart | LevelsPart | PerPostPart | CompletionPart | RatingsPart;

type WithGuide<P> = P extends unknown ? ('guideId' extends keyof P ? P : never) : never;

/** The parts that are judged by something the library can keep. */
export type GuidedPart = WithGuide<Part>;

/** What of a part can stand in the library. */
export type GuideOf<P extends Part> = P extends unknown
  ? Omit<P, 'id' | 'maximum' | 'basis' | 'guideId'>
  : never;

/** What a part is judged by, apart from any forum: a rubric, a checklist, or a scale of levels. */
export type Guide = GuideOf<GuidedPart>;

/** How a forum becomes a score. (rules §6) */
export interface Evaluation {
  readonly maximum: Points;
  readonly parts: readonly Part[];
  readonly lateness: Lateness;
  readonly gate: Gate;
  /** Whether adjustment or override may lift a score above the maximum. */
  readonly aboveMaximum: boolean;
  /** Whether evaluators see names only once a score is given; absent: as each of them likes. */
  readonly hideNames?: boolean;
  /** Whether two evaluators read each student, neither knowing what the other has given; absent: one is enough. */
  readonly secondReading?: boolean;
  /** Whether students may ask for another look at a released score, and until when; absent: they may, at any time. */
  readonly lookAgain?: { readonly until: Instant | null } | null;
}
