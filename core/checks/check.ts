import type { Asked } from '../terms/asked';
import type { ResolvedTerms } from '../terms/resolveTerms';
import type { CourseData } from '../course/courseData';
import type { Forum } from '../course/forum';
import type { Id } from '../course/id';
import type { Student } from '../course/roster';
import type { CalendarDay } from '../time/calendarDay';
import type { Instant } from '../time/instant';
import type { Repair } from './repairs';
import type { Category } from '../gradebook/gradebook';

/** Everything a check may look at. */
export interface CheckContext {
  readonly course: CourseData;
  /** The forum as it is planned; it need not be saved. */
  readonly forum: Forum;
  /** Students of whom it will be asked once published, with what each ends up with. */
  readonly members: readonly Member[];
  /** The same members, put together where they end up with the very same terms; what rests on terms is read once for all of them. */
  readonly alike: readonly Alike[];
  /** The category the forum's item stands in, and all of them. */
  readonly category: Id | null;
  readonly categories: readonly Category[];
  /** The forums of its unit, in the order of the plan, itself among them. */
  readonly unit: readonly Forum[];
  /** The term: from its first day until the day after its last, UTC ms; null where it is not known. */
  readonly term: { readonly from: Instant; readonly until: Instant } | null;
  /** Pairs of people who must not review one another; left out: none. */
  readonly mustNots?: readonly (readonly [Id, Id])[];
  /** Days without classes, by the day; left out: none. */
  readonly freeDays?: ReadonlyMap<CalendarDay, string>;
  /** Whether something stands in the prompt. */
  readonly hasPrompt: boolean;
  /** The forum's name for other checks' sentences, by id. */
  readonly titles: ReadonlyMap<Id, string>;
}

/** A student of the audience, and their resolved terms. */
export interface Member {
  readonly student: Student;
  readonly terms: ResolvedTerms;
  readonly ask: Asked;
}

/** Members who end up with the very same terms, at least one. */
export interface Alike {
  readonly terms: ResolvedTerms;
  readonly members: readonly [Member, ...Member[]];
}

/** The part of a forum's settings that a finding is about; the form shows it beside that field. */
export type FindingField =
  | 'prompt'
  | 'visible'
  | 'posting'
  | 'initialDue'
  | 'repliesDue'
  | 'reviewsDue'
  | 'review'
  | 'seal'
  | 'required'
  | 'audience'
  | 'questions'
  | 'prerequisites'
  | 'evaluation'
  | 'category';

/** What a check found. An error keeps a forum from being published; a warning does not. (rules §8) */
export interface Finding {
  readonly code: string;
  readonly severity: 'error' | 'warning';
  readonly field: FindingField;
  /** Students concerned; empty where it is about the forum as such. */
  readonly students: readonly Id[];
  readonly params: Readonly<Record<string, string | number>>;
  /** A change to the forum's own dates, or its place in the unit, that settles it, and harms nobody; null where none is known. */
  readonly repair: Repair | null;
}

/** One check, one file. To add one: a file here, a row in runChecks.ts, a sentence in web/. */
export type Check = (context: CheckContext) => Finding[];
