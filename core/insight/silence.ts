import type { Id } from '../course/id';
import type { CalendarDay } from '../time/calendarDay';
import type { Instant } from '../time/instant';
import { fromWallClock } from '../time/wallClock';
import type { LocalTime } from './localTime';
import { FEW_STUDENTS, type Classmate, type Written } from './written';

/** One student, week by week. */
export interface StudentWeeks {
  readonly studentId: Id;
  /** Posts in each class week. */
  readonly posts: readonly number[];
  /** Visits in each class week; null where the course keeps none. */
  readonly visits: readonly number[] | null;
  /** When they last wrote; null: never. */
  readonly last: Instant | null;
  /** Forums missed one after the other, up to the one that was due last. */
  readonly missed: number;
  /** Has written nothing since {@link Silence.since}. */
  readonly silent: boolean;
}

/** Who is falling silent. (rules §11) */
export interface Silence {
  /** Mondays of the class weeks so far. */
  readonly weeks: readonly CalendarDay[];
  /** In the order of the students given; those who are silent or miss forums come first. */
  readonly students: readonly StudentWeeks[];
  /** The Monday of the class week before this one; null while there is none. */
  readonly since: CalendarDay | null;
  readonly silent: number;
  /** Students who were enrolled by then. */
  readonly of: number;
  /** Students who have missed two forums or more in a row. */
  readonly missing: number;
  /** Whether there is enough to tell it from. */
  readonly told: boolean;
}

/** So many misses in a row are told. */
const MISSES = 2;

/** Whether a student may want a word: they are silent, or miss one forum after the other. */
export const wantsAWord = ({ silent, missed }: Pick<StudentWeeks, 'silent' | 'missed'>): boolean =>
  silent || missed >= MISSES;

/** The class weeks before it, and this one. */
const WEEKS_TO_TELL = 3;

/** How many of the forums that were due last were missed, without one between. */
export function missedLast(inOrder: readonly boolean[]): number {
  const made = inOrder.lastIndexOf(false);
  return inOrder.length - 1 - made;
}

/** What students wrote in one forum: in which weeks, and when last. */
export type ForumActivity = ReadonlyMap<
  Id,
  { readonly weeks: ReadonlyMap<CalendarDay, number>; readonly last: Instant }
>;

/** Counts what students wrote in a forum. */
export function activityIn(posts: readonly Written[], localTime: (at: Instant) => LocalTime): ForumActivity {
  const found = new Map<Id, { weeks: Map<CalendarDay, number>; last: Instant }>();
  for (const { authorId, byStaff, at } of posts) {
    if (byStaff) continue;
    let own = found.get(authorId);
    if (!own) found.set(authorId, (own = { weeks: new Map(), last: at }));
    const { week } = localTime(at);
    own.weeks.set(week, (own.weeks.get(week) ?? 0) + 1);
    own.last = Math.max(own.last, at);
  }
  return found;
}

/**
 * Who is falling silent: who has written nothing in this class week and the one before, or misses one forum after the other. Visits stand
 * beside it and decide nothing. It is told once there are three class weeks, five students, and someone who has written in the last two.
 * (rules §11)
 *
 * @param input.weeks Mondays of the class weeks so far, this one the last
 * @param input.activity of each forum
 * @param input.missed of each student, for the forums that were due, in the order of their last due dates: whether it was missed
 * @param input.visits of each student, by the Monday; null where the course keeps none
 */
export function silenceOf(input: {
  readonly students: readonly Classmate[];
  readonly weeks: readonly CalendarDay[];
  readonly activity: readonly ForumActivity[];
  readonly missed: ReadonlyMap<Id, readonly boolean[]>;
  readonly visits: ReadonlyMap<Id, ReadonlyMap<CalendarDay, number>> | null;
  readonly zone: string;
}): Silence {
  const { weeks, students, activity, visits } = input;
  const since = weeks.at(-2) ?? null;
  const start = since === null ? 0 : fromWallClock(`${since}T00:00`, input.zone);
  const rows = students.map(({ id, enrolledFrom }): StudentWeeks => {
    const own = activity.flatMap((forum) => forum.get(id) ?? []);
    const last = own.reduce((latest, each) => Math.max(latest, each.last), -Infinity);
    const opened = visits?.get(id);
    return {
      studentId: id,
      posts: weeks.map((week) => own.reduce((sum, each) => sum + (each.weeks.get(week) ?? 0), 0)),
      visits: visits === null ? null : weeks.map((week) => opened?.get(week) ?? 0),
      last: last === -Infinity ? null : last,
      missed: missedLast(input.missed.get(id) ?? []),
      silent: since !== null && enrolledFrom <= start && last < start,
    };
  });
  const someoneWrote = rows.some(({ last }) => last !== null && last >= start);
  return {
    weeks,
    students: [...rows.filter(wantsAWord), ...rows.filter((row) => !wantsAWord(row))],
    since,
    silent: rows.filter(({ silent }) => silent).length,
    of: students.filter(({ enrolledFrom }) => enrolledFrom <= start).length,
    missing: rows.filter(({ missed }) => missed >= MISSES).length,
    told: weeks.length >= WEEKS_TO_TELL && rows.length >= FEW_STUDENTS && someoneWrote,
  };
}
