import type { Instant, Minutes } from '../time/instant';
import type { Percent } from './points';
import type { Evaluation } from './evaluation';
import type { Id } from './id';
import type { ReviewSettings } from './reviewSettings';

/** What starts a conversation. (rules §2) */
export type Openings = 'answerPrompt' | 'answerQuestions' | 'oneThreadEach' | 'threadsFreely';

/** Who reads a student's posts; `staff` is a journal. (rules §2) */
export type Readers = 'class' | 'section' | 'group' | 'staff';

/** Everyone, or the union of listed sections, groups and students. (rules §2) */
export type Audience =
  | { readonly kind: 'everyone' }
  | {
      readonly kind: 'listed';
      readonly sectionIds: readonly Id[];
      readonly groupIds: readonly Id[];
      readonly studentIds: readonly Id[];
    };

/** The seven dates of a forum; null is no limit. (rules §2, §9) */
export interface Schedule {
  readonly visibleFrom: Instant | null;
  readonly visibleUntil: Instant | null;
  readonly postingFrom: Instant | null;
  readonly postingUntil: Instant | null;
  readonly initialDue: Instant | null;
  readonly repliesDue: Instant | null;
  /** When students have reviewed one another's posts; null where they do not. */
  readonly reviewsDue: Instant | null;
}
export type DateName = keyof Schedule;

/** The dates of a forum, by name. */
export const DATE_NAMES = [
  'visibleFrom',
  'visibleUntil',
  'postingFrom',
  'postingUntil',
  'initialDue',
  'repliesDue',
  'reviewsDue',
] as const satisfies readonly DateName[];

/** The numbers of rules §5 and §9 that own terms may change, by name. 0 waives. */
export const NUMBER_NAMES = [
  'initialRequired',
  'initialMinWords',
  /** Required peer replies: R. */
  'replies',
  /** How many different students they answer: D. */
  'different',
  'replyMinWords',
  /** How many posts of others each student reviews: r. */
  'reviews',
  /** Required counted posts of any kind: N. */
  'posts',
  'postMinWords',
  'attachment',
] as const;
export type NumberName = (typeof NUMBER_NAMES)[number];

/** The numbers as they hold for one student. */
export type ResolvedNumbers = Readonly<Record<NumberName, number>>;

/** The numbers as a forum has them; how many different students are answered follows the replies where nothing is said. */
export type RequiredNumbers = Omit<ResolvedNumbers, 'different'> & { readonly different: number | null };

/** Required posts of a forum. (rules §5) */
export interface Required extends RequiredNumbers {
  /** Whether answers inside a thread the student opened are peer replies. */
  readonly ownThreadCounts: boolean;
  /** How many of the questions need an initial post; null: all. Only where students answer each question. */
  readonly questions: number | null;
}

/** What a level of own terms says about one date. (rules §2) */
export type DateTerm = 'none' | { readonly at: Instant } | { readonly plusMinutes: Minutes };

/** Dates or requirements that differ for sections, groups or students; what is not named is inherited. (rules §2) */
export interface OwnTerms {
  readonly id: Id;
  readonly targets: { readonly kind: 'sections' | 'groups' | 'students'; readonly ids: readonly Id[] };
  readonly dates: Partial<Record<DateName, DateTerm>>;
  readonly numbers: Partial<Record<NumberName, number>>;
}

/** The post-before-viewing rule. (rules §4) */
export interface Seal {
  /** Words that unseal; null follows the student's required words of the initial post, else 1. */
  readonly minWords: number | null;
  readonly lift: 'never' | 'whenPostingCloses' | 'atInitialDue' | { readonly at: Instant };
}

/** A question that students answer on its own. */
export interface Question {
  readonly id: Id;
  readonly retired: boolean;
}

/** Another forum that must be done first. (rules §3) */
export interface Prerequisite {
  readonly forumId: Id;
  readonly condition:
    | { readonly kind: 'initialPosts' }
    | { readonly kind: 'allPosts' }
    | { readonly kind: 'score'; readonly atLeast: Percent };
}

/** What authors may do in phase `open`. (rules §3) */
export interface Allowed {
  readonly postAfterDue: boolean;
  readonly edit: 'never' | 'untilAnswered' | 'untilPostingCloses' | { readonly minutes: Minutes };
  readonly remove: 'never' | 'untilAnswered' | 'anyTime';
  readonly attach: boolean;
  readonly quote: boolean;
  readonly approve: 'off' | 'nods' | 'ratings';
}

/** Which posts of students wait for staff's approval: none, all, or each student's until one was approved. */
export type Hold = 'none' | 'all' | 'first';

/** When a student comes up for evaluation. (rules §5) */
export interface ReadyRule {
  readonly when: 'complete' | 'anyPost' | { readonly atLeast: number };
  /** Whether any counted post is enough once the last due date has passed. */
  readonly afterLastDue: boolean;
}

/** A forum as the rules see it: every setting that changes who sees what, what counts, or what score follows. */
export interface Forum {
  readonly id: Id;
  readonly status: 'draft' | 'published';
  readonly openings: Openings;
  readonly readers: Readers;
  readonly groupPlanId: Id | null;
  /** Whether separated spaces may read each other once posting has closed for the reader. */
  readonly openSpacesAfterClose: boolean;
  readonly audience: Audience;
  readonly schedule: Schedule;
  readonly graceMinutes: Minutes;
  readonly seal: Seal | null;
  readonly questions: readonly Question[];
  readonly required: Required;
  /** How students review one another's posts; null where they do not. (rules §9) */
  readonly review: ReviewSettings | null;
  readonly ownTerms: readonly OwnTerms[];
  readonly prerequisites: readonly Prerequisite[];
  readonly frozen: boolean;
  readonly allowed: Allowed;
  readonly hold: Hold;
  readonly ready: ReadyRule;
  readonly evaluation: Evaluation | null;
}
