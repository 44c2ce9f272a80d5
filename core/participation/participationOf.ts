import { askedOf, type NotAskedReason } from '../terms/asked';
import { resolveTerms, type ResolvedTerms } from '../terms/resolveTerms';
import type { Assignment } from '../course/assignment';
import type { CourseData } from '../course/courseData';
import type { Forum } from '../course/forum';
import type { Post } from '../course/post';
import type { Student } from '../course/roster';
import type { Instant } from '../time/instant';
import { isCounted, isHeld } from './counted';
import { fillSlots } from './fillSlots';
import type { Slot } from './slot';
import { standingOf, type Standing } from './standing';

/** What a student has done in a forum, as of an instant. */
export interface Participation {
  /** null when the forum is asked of the student; then there are slots where posts are required. */
  readonly notAsked: NotAskedReason | null;
  readonly terms: ResolvedTerms;
  /** The due dates that count for the student, UTC ms. */
  readonly initialDue: Instant | null;
  readonly repliesDue: Instant | null;
  readonly reviewsDue: Instant | null;
  readonly lastDue: Instant | null;
  readonly slots: readonly Slot[];
  readonly standing: Standing;
  readonly counted: readonly Post[];
  /** Everything the student was ever given to review here. */
  readonly reviews: readonly Assignment[];
  readonly held: number;
}

/**
 * What counts of a student's posts in a forum at *t*: counted posts, slots and standing, always from the posts as they
 * are, never from counters. (rules §5)
 *
 * @example participationOf(course, forum, ines, t).standing
 */
export function participationOf(
  course: CourseData,
  forum: Forum,
  student: Student,
  t: Instant,
): Participation {
  const terms = resolveTerms(forum, student);
  const ask = askedOf(course, forum, student, terms, t);
  const own = course.postsBy(forum.id, student.id);
  const reviews = course.reviewsBy(forum.id, student.id);
  const slots = fillSlots(forum, terms, ask, own, t, reviews);
  const counted = own.filter((post) => isCounted(post, t));
  let held = 0;
  for (const post of own) if (isHeld(post, t)) held++;
  return {
    notAsked: ask.notAsked,
    terms,
    initialDue: ask.initialDue,
    repliesDue: ask.repliesDue,
    reviewsDue: ask.reviewsDue,
    lastDue: ask.lastDue,
    slots,
    standing: standingOf(counted.length, slots),
    counted,
    reviews,
    held,
  };
}
