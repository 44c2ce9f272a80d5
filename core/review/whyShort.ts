import { endOf, isLive } from '../course/assignment';
import type { CourseData } from '../course/courseData';
import type { Forum } from '../course/forum';
import type { Id } from '../course/id';
import { askedOf } from '../terms/asked';
import { isReviewingClosed, reviewsDate } from '../terms/reviewsDate';
import { DAY, type Instant } from '../time/instant';
import { endsAt } from '../time/minute';
import type { ReviewBook } from './book';
import { mustNotMeet } from './mustNot';
import { reviewersOf, takesPart } from './pool';

/** Why somebody has fewer posts to review than they are asked for. */
export type WhyShort =
  'noPost' | 'excused' | 'closed' | 'alone' | 'tooFew' | 'mustNot' | 'lastDay' | 'byHand' | 'notYet';

/** A student who has fewer posts to review than asked for. */
export interface Short {
  readonly studentId: Id;
  /** How many they have; those that staff took back are counted. */
  readonly has: number;
  readonly number: number;
  readonly why: WhyShort;
}

/**
 * Who has fewer posts to review than asked for, and why, for staff to see. (rules §9)
 *
 * @example whyShort(course, forum, book, t) // [{ studentId: 'ines', has: 1, number: 2, why: 'tooFew' }]
 */
export function whyShort(course: CourseData, forum: Forum, book: ReviewBook, t: Instant): Short[] {
  const reviewers = reviewersOf(course, forum, t);
  const mayNotMeet = mustNotMeet(book.mustNots);
  const short: Short[] = [];
  for (const { student, terms, number, own, inPool } of reviewers.values()) {
    if (!takesPart(forum, student) || number === 0) continue;
    if (askedOf(course, forum, student, terms, t).notAsked !== null) continue;
    const mine = book.assignments.filter((each) => each.reviewerId === student.id && each.madeAt <= t);
    const has = mine.filter((each) => isLive(each, t) || endOf(each, t) === 'withdrawn').length;
    if (has >= number) continue;
    const why = ((): WhyShort => {
      if (own === null) return 'noPost';
      if (isReviewingClosed(forum, terms, t)) return 'closed';
      if (!inPool) return 'excused';
      const others = [...reviewers.values()].filter(
        (each) => each.own?.unitId === own.unitId && each.student.id !== student.id,
      );
      if (others.length === 0) return 'alone';
      const met = new Set(
        mine.filter((each) => endOf(each, t) !== 'pairedAnew').map(({ authorId }) => authorId),
      );
      const left = others.filter(({ student: { id } }) => !met.has(id));
      if (left.length > 0 && left.every(({ student: { id } }) => mayNotMeet(id, student.id)))
        return 'mustNot';
      if (left.length === 0) return 'tooFew';
      if (forum.review?.pairing === 'byHand') return 'byHand';
      if (book.pairedAt === null) return 'notYet';
      const date = reviewsDate(forum, terms);
      return date !== null && t > endsAt(date) - DAY ? 'lastDay' : 'notYet';
    })();
    short.push({ studentId: student.id, has, number, why });
  }
  return short;
}
