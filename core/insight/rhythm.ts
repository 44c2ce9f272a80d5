import { median } from 'd3-array';
import type { Id } from '../course/id';
import { DAY, type Instant } from '../time/instant';
import type { LocalTime } from './localTime';
import { FEW, type Written } from './written';

/** How long before its due date a post came: more than three days, one to three, within the last day, or after it. */
export type DueStretch = 'early' | 'before' | 'lastDay' | 'after';

/** The stretch before its due date in which a post came; null where it was due by none. */
export function stretchOf({ due, at }: Pick<Written, 'due' | 'at'>): DueStretch | null {
  if (due === null) return null;
  const left = due - at;
  if (left < 0) return 'after';
  return left <= DAY ? 'lastDay' : left <= 3 * DAY ? 'before' : 'early';
}

/** When a class writes. (rules §11) */
export interface Rhythm {
  /** Posts of students by weekday, Monday first, and hour of the course’s zone. */
  readonly week: readonly (readonly number[])[];
  readonly posts: number;
  /** Posts that were due by a date: how long before it they came. */
  readonly due: Readonly<Record<DueStretch, number>> & { readonly of: number };
  /** Threads of students that others could answer, two days old or more. */
  readonly threads: {
    readonly of: number;
    readonly unanswered: number;
    /** How long the middle one of those that were answered waited for the first reply, in milliseconds; null where none was. */
    readonly waited: number | null;
  };
  readonly told: boolean;
}

/** A younger thread is not counted among the unanswered. */
const SETTLED = 2 * DAY;

/** When one forum is written in. */
export interface ForumRhythm {
  readonly week: readonly (readonly number[])[];
  readonly due: Readonly<Record<DueStretch, number>>;
  /** Threads of students that others could answer: when each was opened, and how long it waited for somebody else; null: it waits. */
  readonly threads: readonly (readonly [at: Instant, waited: number | null])[];
}

const emptyWeek = () => Array.from({ length: 7 }, () => Array.from({ length: 24 }, () => 0));

/**
 * Counts when a forum is written in.
 *
 * @param posts in the order they were written
 */
export function rhythmIn(posts: readonly Written[], localTime: (at: Instant) => LocalTime): ForumRhythm {
  const week = emptyWeek();
  const due = { early: 0, before: 0, lastDay: 0, after: 0 };
  const threads = new Map<Id, { authorId: Id; at: Instant; first: Instant | null }>();
  for (const post of posts) {
    const { id, threadId, parentId, authorId, at, byStaff } = post;
    // Whoever answers comes after what they answer.
    const thread = parentId === null ? undefined : threads.get(threadId);
    if (thread && thread.first === null && authorId !== thread.authorId) thread.first = at;
    if (byStaff) continue;
    const { weekday, hour } = localTime(at);
    week[weekday]![hour]!++;
    if (parentId === null && post.readers !== 'staff') threads.set(id, { authorId, at, first: null });
    const stretch = stretchOf(post);
    if (stretch !== null) due[stretch]++;
  }
  return {
    week,
    due,
    threads: [...threads.values()].map(({ at, first }) => [at, first === null ? null : first - at]),
  };
}

/**
 * When a class writes: by weekday and hour, against the due dates, and how long a thread waits for its first reply by somebody else. It is
 * told from ten posts on. (rules §11)
 */
export function rhythmOf(forums: readonly ForumRhythm[], t: Instant): Rhythm {
  const week = emptyWeek();
  const due = { of: 0, early: 0, before: 0, lastDay: 0, after: 0 };
  for (const forum of forums) {
    forum.week.forEach((hours, weekday) => hours.forEach((n, hour) => (week[weekday]![hour]! += n)));
    for (const [stretch, n] of Object.entries(forum.due) as [DueStretch, number][]) {
      due[stretch] += n;
      due.of += n;
    }
  }
  const settled = forums.flatMap(({ threads }) => threads.filter(([at]) => t - at >= SETTLED));
  const waits = settled.flatMap(([, waited]) => waited ?? []);
  const posts = week.flat().reduce((sum, n) => sum + n, 0);
  return {
    week,
    posts,
    due,
    threads: {
      of: settled.length,
      unanswered: settled.length - waits.length,
      waited: waits.length === 0 ? null : Math.round(median(waits)!),
    },
    told: posts >= FEW,
  };
}
