import type { CourseData } from '../course/courseData';
import type { Forum } from '../course/forum';
import type { Id } from '../course/id';
import type { Student } from '../course/roster';
import { isOwed, type Slot } from '../participation/slot';
import { asked } from '../terms/asked';
import { resolveTerms } from '../terms/resolveTerms';
import { addDays, daysBetween } from '../time/calendarDay';
import type { Instant } from '../time/instant';
import { fromWallClock } from '../time/wallClock';
import { extendDates, type Extension, type NewDues } from './extendDates';
import { shiftDays } from './mapDates';

/** The days a student is away, both of them too, and by how much what is due then moves. */
export interface Away {
  /** `2026-03-04`, by the course's calendar. */
  readonly from: string;
  readonly to: string;
  /** Whole days, at least 1. */
  readonly days: number;
}

/** A forum of which something is due while a student is away, and how it would be if that were moved. */
export interface DueWhileAway extends Extension {
  readonly forumId: Id;
  /** What of it is due then. */
  readonly due: readonly { readonly name: keyof NewDues; readonly at: Instant }[];
}

/** How many days someone is away: the first and the last are counted. */
export const daysAway = ({ from, to }: Pick<Away, 'from' | 'to'>): number => daysBetween(from, to) + 1;

/**
 * What is due for a student between two days of the course's calendar, in the order of its dates, and where it would move by some
 * days, with the time of day kept. Where the initial post moves past the replies, or the reviews, these move by as much. Drafts, and forums that
 * are not asked of the student, are left out. (docs/rules §2)
 *
 * @param newId makes ids of own terms that have to be made
 * @example timeAway(course, ines, { from: '2026-03-04', to: '2026-03-08', days: 5 }, 'Europe/Lisbon', newId)
 */
export function timeAway(
  course: { readonly forums: Iterable<Forum>; readonly groups: CourseData['groups'] },
  student: Student,
  away: Away,
  zone: string,
  newId: () => Id,
): DueWhileAway[] {
  const from = fromWallClock(`${away.from}T00:00`, zone);
  const until = fromWallClock(`${addDays(away.to, 1)}T00:00`, zone);
  const isWithin = (at: Instant | null): at is Instant => at !== null && at >= from && at < until;
  const found: DueWhileAway[] = [];
  for (const forum of course.forums) {
    const terms = resolveTerms(forum, student);
    const ask = asked(forum, student, terms, course.groups);
    if (ask.notAsked !== null) continue;
    const { initialDue, repliesDue } = ask;
    const reviewsDue = terms.numbers.reviews > 0 ? ask.reviewsDue : null;
    const due: { name: keyof NewDues; at: Instant }[] = [];
    if (isWithin(initialDue)) due.push({ name: 'initialDue', at: initialDue });
    if (isWithin(repliesDue)) due.push({ name: 'repliesDue', at: repliesDue });
    if (isWithin(reviewsDue)) due.push({ name: 'reviewsDue', at: reviewsDue });
    if (due.length === 0) continue;
    const moved: NewDues = {};
    for (const { name, at } of due) moved[name] = shiftDays(at, away.days, zone);
    const follows = (at: Instant | null): at is Instant =>
      at !== null && moved.initialDue !== undefined && at < moved.initialDue;
    if (follows(repliesDue)) moved.repliesDue ??= shiftDays(repliesDue, away.days, zone);
    if (follows(reviewsDue)) moved.reviewsDue ??= shiftDays(reviewsDue, away.days, zone);
    found.push({ forumId: forum.id, due, ...extendDates(forum, student, moved, newId) });
  }
  return found.sort((one, other) => one.due[0]!.at - other.due[0]!.at);
}

/**
 * Whether a student has already made everything that is due in a forum while they are away, so that nothing of it has to wait for
 * anybody. (docs/rules §2)
 *
 * @param slots the student's required posts in that forum
 */
export function isMadeAlready(
  { due }: Pick<DueWhileAway, 'due'>,
  slots: readonly Pick<Slot, 'state' | 'due'>[],
): boolean {
  return !slots.some((slot) => isOwed(slot) && due.some(({ at }) => at === slot.due));
}
