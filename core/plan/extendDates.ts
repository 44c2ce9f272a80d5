import type { DateName, Forum, OwnTerms } from '../course/forum';
import type { Id } from '../course/id';
import type { Student } from '../course/roster';
import { withDatesFor } from './ownTermsOf';
import { resolveTerms } from '../terms/resolveTerms';
import type { Instant } from '../time/instant';

/** A due date, and the instant it is to be moved to. */
export type NewDues = Partial<Record<'initialDue' | 'repliesDue' | 'reviewsDue', Instant>>;

/** A date of one student before and after. */
export interface ExtendedDate {
  readonly name: DateName;
  readonly before: Instant;
  readonly after: Instant;
}

/** A forum's own terms as they would be, with each date that moves for the student. */
export interface Extension {
  readonly ownTerms: readonly OwnTerms[];
  readonly dates: readonly ExtendedDate[];
}

/**
 * Gives one student later due dates in a forum, by own terms of theirs alone. Where posting closes before the last of those of posts, or the
 * forum is hidden before the last of all, that moves to it, so that what is due can still be written. A date that the student does not have, or that would not be
 * later, stays as it is. (docs/rules §2)
 *
 * @param newId makes the id of own terms where the student has none
 * @example extendDates(forum, ines, { initialDue: at('03-09 23:59') }, newId).dates
 */
export function extendDates(forum: Forum, student: Student, dues: NewDues, newId: () => Id): Extension {
  const { dates } = resolveTerms(forum, student);
  const moved: ExtendedDate[] = [];
  const later = (name: DateName, after: Instant | undefined) => {
    const before = dates[name];
    if (before !== null && after !== undefined && after > before) moved.push({ name, before, after });
  };
  later('initialDue', dues.initialDue);
  later('repliesDue', dues.repliesDue);
  const posts = moved.map(({ after }) => after);
  later('reviewsDue', dues.reviewsDue);
  if (moved.length === 0) return { ownTerms: forum.ownTerms, dates: [] };
  const last = Math.max(...moved.map(({ after }) => after));
  // Reviews are sent after posting has closed, too.
  if (posts.length > 0) later('postingUntil', Math.max(...posts));
  later('visibleUntil', last);
  const said = Object.fromEntries(moved.map(({ name, after }) => [name, { at: after }]));
  return { ownTerms: withDatesFor(forum, { kind: 'students', id: student.id }, said, newId), dates: moved };
}
