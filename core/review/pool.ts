import type { CourseData } from '../course/courseData';
import type { Forum } from '../course/forum';
import type { Id } from '../course/id';
import { ownRevisions } from '../course/ownRevisions';
import type { Post } from '../course/post';
import type { Student } from '../course/roster';
import { initialCreatedAt, initialPostOf } from '../participation/initialPost';
import { askedOf } from '../terms/asked';
import { inAudience } from '../terms/audience';
import { resolveTerms, type ResolvedTerms } from '../terms/resolveTerms';
import { isReviewingClosed } from '../terms/reviewsDate';
import { CLASS_SPACE } from '../terms/space';
import { isLate } from '../time/dueDate';
import type { Instant } from '../time/instant';

/** A student's initial post that may be given to others to review. */
export interface ReviewablePost {
  readonly post: Post;
  /** Those who review one another: the space it was written in, in a journal the class. */
  readonly unitId: Id;
  /** When it was created, as far as it counts. UTC ms. */
  readonly createdAt: Instant;
}

/** A student as far as reviewing goes. */
export interface Reviewer {
  readonly student: Student;
  readonly terms: ResolvedTerms;
  /** How many posts the student is to review: r. */
  readonly number: number;
  /** null where there is none that may be reviewed. */
  readonly own: ReviewablePost | null;
  /** Whether the student is asked, not excused, has to review and has a post in a unit, and reviewing has not closed for them. */
  readonly inPool: boolean;
}

/** Whether a student takes part in a forum: in its audience, and on the roster. (rules §9) */
export const takesPart = (forum: Forum, student: Student): boolean =>
  !student.removed && inAudience(forum, student);

/**
 * A student's initial post as far as others may be given it to review: short or not, its author in the audience; where the forum is sealed,
 * once a version of it had the words that unseal. null where there is none. (rules §9)
 *
 * @example reviewablePost(course, forum, dalia, resolveTerms(forum, dalia), t)?.unitId
 */
export function reviewablePost(
  course: Pick<CourseData, 'postsBy'>,
  forum: Forum,
  student: Student,
  terms: ResolvedTerms,
  t: Instant,
): ReviewablePost | null {
  if (!takesPart(forum, student)) return null;
  const post = initialPostOf(course.postsBy(forum.id, student.id), terms.numbers.initialMinWords, t);
  if (post === null || post.spaceId === null) return null;
  const isOut = forum.seal === null || ownRevisions(post, t).some(({ words }) => words >= terms.sealMinWords);
  if (!isOut) return null;
  const unitId = forum.readers === 'staff' ? CLASS_SPACE : post.spaceId;
  return { post, unitId, createdAt: initialCreatedAt(post, t) };
}

/**
 * What is needed of each student of a course to settle who reviews whom in a forum. (rules §9)
 *
 * @returns by student, in the order of the roster; those who were removed from it too
 */
export function reviewersOf(course: CourseData, forum: Forum, t: Instant): ReadonlyMap<Id, Reviewer> {
  const all = new Map<Id, Reviewer>();
  for (const student of course.students.values()) {
    const terms = resolveTerms(forum, student);
    const own = reviewablePost(course, forum, student, terms, t);
    const number = terms.numbers.reviews;
    all.set(student.id, {
      student,
      terms,
      number,
      own,
      inPool:
        own !== null &&
        number > 0 &&
        !isReviewingClosed(forum, terms, t) &&
        askedOf(course, forum, student, terms, t).notAsked === null &&
        !course.scoreOf(forum.id, student.id, t)?.excused,
    });
  }
  return all;
}

/**
 * Whether a post came late, so that its author may still be given reviews on the last day: after the pairing, and after their own initial
 * post was due, with its grace. (rules §9)
 */
export function isLatecomer(
  course: CourseData,
  forum: Forum,
  { student, terms, own }: Reviewer,
  pairedAt: Instant,
  t: Instant,
): boolean {
  if (own === null || own.createdAt <= pairedAt) return false;
  return isLate(own.createdAt, askedOf(course, forum, student, terms, t).initialDue, forum.graceMinutes);
}
