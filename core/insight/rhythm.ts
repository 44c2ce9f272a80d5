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

/**
 * When a class writes: by weekday and hour, against the due dates, and how long a thread waits for its first reply by somebody else. It is
 * told from ten posts on. (rules §11)
 */
export function rhythmOf(
  posts: readonly Written[],
  localTime: (at: Instant) => LocalTime,
  t: Instant,
): Rhythm {
  const week = Array.from({ length: 7 }, () => Array.from({ length: 24 }, () => 0));
  const due = { of: 0, early: 0, before: 0, lastDay: 0, after: 0 };
  const threads = new Map<Id, { authorId: Id; at: Instant; first: Instant | null }>();
  let written = 0;
  for (const post of posts) {
    if (post.byStaff) continue;
    written++;
    const { weekday, hour } = localTime(post.at);
    week[weekday]![hour]!++;
    if (post.parentId === null && post.readers !== 'staff')
      threads.set(post.id, { authorId: post.authorId, at: post.at, first: null });
    const stretch = stretchOf(post);
    if (stretch === null) continue;
    due.of++;
    due[stretch]++;
  }
  for (const { threadId, parentId, authorId, at } of posts) {
    const thread = parentId === null ? undefined : threads.get(threadId);
    if (thread && authorId !== thread.authorId) thread.first = Math.min(thread.first ?? Infinity, at);
  }
  const settled = [...threads.values()].filter(({ at }) => t - at >= SETTLED);
  const waits = settled.flatMap(({ at, first }) => (first === null ? [] : [first - at]));
  return {
    week,
    posts: written,
    due,
    threads: {
      of: settled.length,
      unanswered: settled.length - waits.length,
      waited: waits.length === 0 ? null : Math.round(median(waits)!),
    },
    told: written >= FEW,
  };
}
